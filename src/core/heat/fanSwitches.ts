import type { Cooling } from '../document/parts/shapes';
import { faceSpeedMS } from './coolers';

/** Share of the way that a fan's switch follows its outlet in one pass, at first and at least. */
const FIRST_SHARE = 0.9;
const LEAST_SHARE = 0.15;
const SHORTER = 0.6;

/**
 * The temperature that each fan switch at a cooler's outlet feels. It follows the outlet part of the way in each pass: otherwise fan
 * and outlet would chase each other.
 */
export class FanSwitches {
  /** By element [K]. */
  readonly feltK: Float64Array;
  private readonly lagK: Float64Array;
  private readonly share: Float64Array;

  constructor(elements: number) {
    this.feltK = new Float64Array(elements);
    this.lagK = new Float64Array(elements);
    this.share = new Float64Array(elements).fill(FIRST_SHARE);
  }

  startAt(temperatureK: number): void {
    this.feltK.fill(temperatureK);
    this.lagK.fill(0);
    this.share.fill(FIRST_SHARE);
  }

  /** Puts a switch where a search that moves all temperatures together wants it. */
  put(element: number, outK: number): void {
    this.feltK[element] = outK;
    this.lagK[element] = 0;
  }

  /**
   * Follows an outlet by a pass.
   * @returns how far the switch lagged behind [K]; 0 where that makes no difference to the fan
   */
  follow(element: number, outK: number, cooling: Cooling, roadSpeedMS: number): number {
    const lag = outK - this.feltK[element]!;
    // Where fan and outlet oscillate, the switch takes shorter steps.
    if (lag * this.lagK[element]! < 0) this.share[element] = Math.max(LEAST_SHARE, SHORTER * this.share[element]!);
    this.lagK[element] = lag;
    this.feltK[element]! += this.share[element]! * lag;
    const felt =
      cooling.kind === 'air' &&
      cooling.fan &&
      faceSpeedMS(cooling, roadSpeedMS, this.feltK[element]!) !== faceSpeedMS(cooling, roadSpeedMS, outK);
    return felt ? Math.abs(lag) : 0;
  }
}
