import { BENCH_COMMANDS } from './benchCommands';
import type { OwnCommandName } from './commandTable';
import { NEW_COMMANDS, type OwnCommand } from './newCommand';

/** The commands that are no study. */
export const OWN_COMMANDS: Readonly<Record<OwnCommandName, OwnCommand>> = { ...NEW_COMMANDS, ...BENCH_COMMANDS };
