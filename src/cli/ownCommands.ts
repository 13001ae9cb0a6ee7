import { BENCH_COMMANDS } from './benchCommands';
import { NEW_COMMANDS, type OwnCommand } from './newCommand';

/** Commands beside the studies. */
export const OWN_COMMANDS: Readonly<Record<string, OwnCommand>> = { ...NEW_COMMANDS, ...BENCH_COMMANDS };

/** Options that only they take. */
export const OWN_OPTIONS = {
  from: { type: 'string' },
  paper: { type: 'string' },
  short: { type: 'boolean' },
  revision: { type: 'string' },
  output: { type: 'string', short: 'o' },
} as const;
