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
        text: `It is at ${pressure(note.actual)} while the pump turns. Whatever carried the engine’s own flow is blanked or gone.`,
      };
    case 'pumpStarved':
      return {
        head: `${note.where} is not filled.`,
        text: `It fills to ${Math.round((note.actual ?? 0) * 100)} %: the suction side holds the oil back. Hold the speed down until it is warmer, or widen the pickup.`,
      };
    case 'noOil':
      return {
        head: `${note.where} gets no oil.`,
        text: 'It is dry, fed backwards, or shut off by the turning crank. Its temperature is not known: look at what feeds it.',
      };
    case 'starved':
      return {
        head: `${note.where} is starved.`,
        text: 'So little oil passes that most of its heat goes into the metal around it. Look for a blocked or throttled way to it.',
      };
    case 'placeTooHot':
      return {
        head: `No steady temperature: oil at ${note.where} would reach ${formatQuantity(note.actual ?? 0, 'temperature', units)}.`,
        text: `No oil lasts above ${formatQuantity(note.limit ?? 0, 'temperature', units)}. Too little oil passes there for the heat that it gets.`,
      };
    case 'impossibleCooler':
      return {
        head: `${note.where}: impossible rating.`,
        text: 'No cooler could give off that heat at those flows and temperatures, so it is left out. Check its rating point.',
      };
    case 'still':
      return {
        head: `${note.where} holds oil that does not move.`,
        text: 'Every way into it is closed, so it has no pressure of its own.',
      };
    case 'oilHot':
      return {
        head: `The oil reaches ${formatQuantity(note.actual ?? 0, 'temperature', units)}.`,
        text: `The limit is ${formatQuantity(note.limit ?? 0, 'temperature', units)}: it thins, ages and cokes. A cooler, more air on it, or less load.`,
      };
    case 'oilCold':
      return {
        head: `The oil reaches ${formatQuantity(note.actual ?? 0, 'temperature', units)}.`,
        text: `Below ${formatQuantity(note.limit ?? 0, 'temperature', units)} water and fuel do not boil off. Fit a thermostat or a smaller cooler.`,
      };
    case 'cavitates':
      return {
        head: `${note.where}: the oil cavitates.`,
        text: `It would be below ${formatQuantity(note.limit ?? 0, 'pressure', units)} absolute, where air and vapour come out of the oil. No figure of this condition is valid; widen what leads to that place, or look for an impossible figure there.`,
      };
    case 'notConverged':
      return {
        head: 'This state did not solve.',
        text: `The solution fails at ${note.where}. No figure shown is valid; change the condition or check the parts there.`,
      };
  }
}
