import { formatQuantity, type UnitChoice } from '../foundations/units';
import type { ResultNote } from './stateResult';

/** A note about a solved state in words: what it is, and what to do or to keep in mind. */
export function sayNote(note: ResultNote, units: UnitChoice): { readonly head: string; readonly text: string } {
  const pressure = (si: number | null) => (si === null ? 'no pressure' : formatQuantity(si, 'pressure', units));
  switch (note.code) {
    case 'extrapolatedViscosity':
      return {
        head: 'Viscosity is extrapolated.',
        text: `Below ${formatQuantity(note.limit ?? 0, 'temperature', units)} wax may hold the oil; the SAE J300 pumping limit of the grade decides.`,
      };
    case 'implausiblePressure':
      return {
        head: `${note.where}: ${pressure(note.actual)}.`,
        text: 'Above every rating of such a system. Something would open, slip or burst: look for a blocked way or a relief that cannot pass the flow.',
      };
    case 'dryGallery':
      return {
        head: `${note.where} is dry.`,
        text: `It stands at ${pressure(note.actual)} while the pump turns. Whatever carried the engine’s own flow is blanked or gone.`,
      };
    case 'pumpStarved':
      return {
        head: `${note.where} is not filled.`,
        text: `It takes ${Math.round((note.actual ?? 0) * 100)} % of its volume: the suction side holds the oil back. Hold the speed down until it is warmer, or widen the pickup.`,
      };
    case 'still':
      return {
        head: `${note.where} holds still oil.`,
        text: 'Every way into it is shut, so it has no pressure to speak of.',
      };
    case 'oilHot':
      return {
        head: `The oil settles at ${formatQuantity(note.actual ?? 0, 'temperature', units)}.`,
        text: `The limit is ${formatQuantity(note.limit ?? 0, 'temperature', units)}: it thins, ages and cokes. A cooler, more air on it, or less load.`,
      };
    case 'oilCold':
      return {
        head: `The oil settles at ${formatQuantity(note.actual ?? 0, 'temperature', units)}.`,
        text: `Below ${formatQuantity(note.limit ?? 0, 'temperature', units)} it keeps its water and fuel. A thermostat, or less cooler.`,
      };
    case 'notConverged':
      return {
        head: 'This state did not solve.',
        text: `The balance fails at ${note.where}. No figure on this sheet is an answer; change the state or look at the parts there.`,
      };
  }
}
