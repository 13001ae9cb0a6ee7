import type { ReactNode } from 'react';
import { kindOf, type Part } from '../../../core/document/parts/part';
import type { SymbolKey } from '../../../core/document/parts/symbol';

/**
 * A part's drawing, about its own centre, some 34 px. In the spirit of ISO 1219-1 where a symbol helps; our own
 * otherwise.
 */
export function PartSymbol({ part, opening }: { readonly part: Part; readonly opening: number | null }) {
  return SYMBOLS[kindOf(part).symbol(part)](opening);
}

/** How far a part's drawing reaches above and below its lane [px]. */
export function symbolHalfHeight(part: Part): number {
  return HALF_HEIGHTS[kindOf(part).symbol(part)] ?? USUAL_HALF_HEIGHT;
}

const USUAL_HALF_HEIGHT = 19;
const HALF_HEIGHTS: Partial<Record<SymbolKey, number>> = {
  none: 4,
  tee: 4,
  plate: 26,
  platePassingOn: 26,
  plateThermostat: 26,
};

/** Every drawing, by how far open its part is: 0 to 1, or null where that is not known. */
const SYMBOLS: Readonly<Record<SymbolKey, (opening: number | null) => ReactNode>> = {
  none: () => null,
  pump: () => (
    <>
      <circle r={18} className="symbol" />
      <path d="M-8 -11 L12 0 L-8 11 Z" className="solid" />
    </>
  ),
  pickup: () => (
    <>
      <path d="M-14 12 L-9 -8 L9 -8 L14 12 Z" className="symbol" />
      <path d="M-10 6 H10 M-9 0 H9" className="stroke" strokeDasharray="3 3" />
    </>
  ),
  springValve: (opening) => (
    <>
      <circle cy={-8} r={6} className="solid" />
      <path
        d="M-9 -12 L0 -1 L9 -12"
        className="stroke"
        transform={`translate(0 ${opening !== null && opening > 0 ? 2 : 0})`}
      />
      <path d="M0 0 L6 3 L-6 7 L6 11 L0 14" className="stroke" />
    </>
  ),
  filter: () => (
    <>
      <rect x={-19} y={-22} width={38} height={44} className="symbol" />
      <path d="M4 -19 L-4 -10 L6 -2 L-4 6 L4 14 L0 20" className="stroke" strokeWidth={3} />
    </>
  ),
  filterWithBypass: (opening) => (
    <>
      <rect x={-19} y={-22} width={38} height={44} className="symbol" />
      <path d="M4 -19 L-4 -10 L6 -2 L-4 6 L4 14 L0 20" className="stroke" strokeWidth={3} />
      <g>
        <path d="M-19 22 V32 H-6 M6 32 H19 V22" className="stroke" />
        <circle cx={-2} cy={32} r={4} className="solid" />
        <path d="M2 32 L9 27" className="stroke" transform={opening ? 'rotate(-24 2 32)' : undefined} />
      </g>
    </>
  ),
  plate: () => <rect x={-6} y={-26} width={12} height={52} className="solid" />,
  platePassingOn: () => (
    <>
      <rect x={-6} y={-26} width={12} height={52} className="solid" />
      <path d="M-6 0 H6" className="stroke" stroke="var(--paper)" strokeWidth={5} />
    </>
  ),
  plateThermostat: (opening) => (
    <>
      <rect x={-6} y={-26} width={12} height={52} className="solid" />

      <circle r={11} className="symbol" />
      <path d="M0 8 L4 -8 L-4 -8 Z" className="solid" transform={`rotate(${20 + 60 * (opening ?? 0)})`} />
    </>
  ),
  cover: () => (
    <>
      <rect x={-17} y={-13} width={34} height={26} className="symbol" />
      <path d="M-17 4 H-6 V-5 H6 V4 H17" className="stroke" strokeWidth={4} />
    </>
  ),
  coverBlank: () => (
    <>
      <rect x={-17} y={-13} width={34} height={26} className="symbol" />
      <path d="M-13 -9 L13 9 M-13 9 L13 -9" className="stroke" strokeWidth={3} />
    </>
  ),
  sideStream: () => (
    <>
      <path d="M-13 -16 H13 V10 L0 18 L-13 10 Z" className="symbol" />
      <path d="M-8 -10 V7 M-3 -10 V10 M3 -10 V10 M8 -10 V7" className="stroke" strokeWidth={1.6} />
    </>
  ),
  cross: () => (
    <>
      <path d="M-9 0 H9 M0 -9 V9" className="stroke" strokeWidth={5} />
      <circle r={4} className="solid" />
    </>
  ),
  tee: () => (
    <>
      <circle r={6} className="solid" />
    </>
  ),
  accumulator: () => (
    <>
      <path d="M-9 -10 a9 9 0 0 1 18 0 V6 a9 9 0 0 1 -18 0 Z" className="symbol" />
      <path d="M-9 -2 H9" className="stroke" />
    </>
  ),
  samplePort: () => <path d="M-5 9 L-5 -2 L-8 -9 H8 L5 -2 V9 Z" className="symbol" />,
  magneticPlug: () => (
    <>
      <path d="M-7 -9 H7 V2 H4 V9 H-4 V2 H-7 Z" className="symbol" />
      <path d="M-3 -5 V0 M3 -5 V0" className="stroke" />
    </>
  ),
  plug: () => <path d="M-7 -9 H7 V2 H4 V9 H-4 V2 H-7 Z" className="symbol" />,
  ownOil: () => (
    <>
      <path d="M-16 -14 H16 V14 H-16 Z" className="symbol" />
      <path d="M-10 6 q5 -5 10 0 t10 0" className="stroke" />
    </>
  ),
  airCooler: () => (
    <>
      <rect x={-21} y={-15} width={42} height={30} className="symbol" />
      <path d="M-14 -10 V10 M-7 -10 V10 M0 -10 V10 M7 -10 V10 M14 -10 V10" className="stroke" />
    </>
  ),
  dualPassCooler: () => (
    <>
      <rect x={-21} y={-15} width={42} height={30} className="symbol" />
      <path d="M-14 -10 V10 M-7 -10 V10 M7 -10 V10 M14 -10 V10" className="stroke" />
      <path d="M0 -15 V9" className="stroke" strokeWidth={3} />
    </>
  ),
  liquidCooler: () => (
    <>
      <rect x={-21} y={-15} width={42} height={30} className="symbol" />
      <path
        d="M-16 -7 q4 -5 8 0 t8 0 t8 0 t8 0 M-16 1 q4 -5 8 0 t8 0 t8 0 t8 0 M-16 9 q4 -5 8 0 t8 0 t8 0 t8 0"
        className="stroke"
        strokeWidth={1.6}
      />
    </>
  ),
  thermostat: (opening) => (
    <>
      <circle r={13} className="symbol" />
      <path d="M0 9 L4 -9 L-4 -9 Z" className="solid" transform={`rotate(${20 + 60 * (opening ?? 0)})`} />
    </>
  ),
  orifice: () => <path d="M-9 -14 Q-2 -4 -2 -3 H2 Q2 -4 9 -14 Z M-9 14 Q-2 4 -2 3 H2 Q2 4 9 14 Z" className="solid" />,
  needle: () => <path d="M-13 -10 L13 10 L13 -10 L-13 10 Z" className="symbol" />,
  banjo: () => (
    <>
      <circle r={9} className="symbol" />
      <circle r={3.5} className="solid" />
    </>
  ),
  elbow: () => <path d="M-10 -4 H4 V10 H-4 V4 H-10 Z" className="symbol" />,
  adapter: () => <path d="M-10 -6 H-2 L4 -9 H10 V9 H4 L-2 6 H-10 Z" className="symbol" />,
  bearings: () => (
    <>
      <circle r={16} className="symbol" />
      <circle r={8} className="symbol" />
    </>
  ),
  camBearings: () => (
    <>
      <circle r={16} className="symbol" />
      <circle r={8} className="symbol" />
      <path d="M-7 -12 Q0 -26 7 -12" className="symbol" />
    </>
  ),
  balanceBearings: () => (
    <>
      <circle r={16} className="symbol" />
      <circle r={8} className="symbol" />
      <path d="M0 0 L8 -6 A10 10 0 0 1 8 6 Z" className="solid" />
    </>
  ),
  rods: () => (
    <>
      <circle cy={2} r={13} className="symbol" />
      <circle cy={2} r={6} className="symbol" />
      <path d="M-4 -11 L-3 -18 H3 L4 -11" className="symbol" />
    </>
  ),
  jets: () => (
    <>
      <path d="M-6 -12 H6 L3 6 H-3 Z" className="symbol" />
      <path d="M-3 8 L-7 17 M0 8 V17 M3 8 L7 17" className="stroke" />
    </>
  ),
  turboPlain: () => (
    <>
      <path d="M-16 -16 L-4 -4 V4 L-16 16 Z M16 -16 L4 -4 V4 L16 16 Z" className="symbol" />
      <path d="M-4 0 H4" className="stroke" />
    </>
  ),
  turboRolling: () => (
    <>
      <path d="M-16 -16 L-4 -4 V4 L-16 16 Z M16 -16 L4 -4 V4 L16 16 Z" className="symbol" />
      <circle r={4} className="solid" />
    </>
  ),
  supercharger: () => (
    <>
      <circle cx={-7} r={11} className="symbol" />
      <circle cx={7} r={11} className="symbol" />
      <path d="M-13 -6 L-1 6 M1 6 L13 -6" className="stroke" />
    </>
  ),
  gears: () => (
    <>
      <circle r={14} className="symbol" strokeDasharray="5 3" />
      <circle r={5} className="symbol" />
    </>
  ),
  hydraulic: () => (
    <>
      <path d="M-9 -15 H9 V9 Q0 17 -9 9 Z" className="symbol" />
      <path d="M-9 -4 H9" className="stroke" />
    </>
  ),
  fed: () => (
    <>
      <path d="M0 -16 L15 -5 L9 14 H-9 L-15 -5 Z" className="symbol" />
      <circle r={4} className="solid" />
    </>
  ),
  gauge: () => (
    <>
      <circle r={9} className="symbol" />
      <path d="M0 0 L5 -5" className="stroke" />
    </>
  ),
};
