import type { OptionName } from '../core/studies/job/command';

/** Options of the commands that are no study. */
export type OwnOptionName = 'from' | 'paper' | 'short' | 'revision' | 'output';

interface OptionWords {
  /** What stands behind it, as the help has it; none: it is a flag. */
  readonly stands?: string;
  /** One letter that says the same. */
  readonly short?: string;
  readonly help: string;
}

/** Every option that a command may take. */
export const OPTION_WORDS: Readonly<Record<OptionName | OwnOptionName, OptionWords>> = {
  variant: { stands: 'ID', help: 'the variant that is asked about; default: the one that the file has open' },
  variants: { stands: 'ID,ID…', help: 'two to four variants, the first is the one compared with' },
  rpm: { stands: 'N', help: 'engine speed [1/min]; default: the redline' },
  'oil-temp': { stands: 'C', help: 'oil temperature, fixed [°C]; default: 100' },
  'air-temp': { stands: 'C', help: 'ambient air [°C]' },
  'road-speed': { stands: 'KMH', help: 'road speed [km/h]' },
  load: { stands: 'F', help: 'engine load, 0 to 1' },
  minutes: { stands: 'N', help: 'how long it runs [min]' },
  for: { stands: 'CONSUMER', help: 'ask about one component instead of all' },
  over: { stands: 'oil|filterAge|air|road', help: 'what goes upward on the map; default: oil' },
  samples: { stands: 'N', help: 'circuits drawn' },
  seed: { stands: 'N', help: 'the same seed draws the same circuits' },
  pairs: { help: 'every two faults together as well' },
  json: { help: 'print JSON, in SI units' },
  csv: { help: 'print CSV' },
  from: { stands: 'ID', help: 'the variant that the engine is in now' },
  paper: { stands: 'A4|Letter', help: 'paper of the job sheet; default: A4' },
  short: { help: 'the job sheet on one or two pages' },
  revision: { stands: 'TEXT', help: 'what the sheet is marked with' },
  output: { stands: 'FILE', short: 'o', help: 'the file to write; its ending says which form' },
};
