import { parseArgs } from 'node:util';
import { StudyRefused } from '../core/studies/job/study';
import { audit } from './audit';
import { balance, trace, warmup } from './heat';
import { check } from './check';
import { compare } from './compare';
import { envelope } from './envelope';
import { faults } from './faults';
import { Refusal } from './load';
import { sensitivity } from './sensitivity';
import { size } from './size';
import { solve } from './solve';
import { spread } from './spread';
import { sweep } from './sweep';

const USAGE = `Usage:
  tidal solve FILE [--rpm N] [--oil-temp C] [--variant ID] [--json]
  tidal check FILE [--variant ID] [--json]
  tidal sweep FILE --csv [--variant ID]
  tidal audit FILE [--variant ID] [--json]
  tidal balance FILE [--rpm N] [--air-temp C] [--road-speed KMH] [--load F] [--variant ID] [--json]
  tidal warmup FILE [the same] [--minutes N] --csv
  tidal trace FILE LOG.csv [--air-temp C] [--variant ID] --csv
  tidal compare FILE [--variants ID,ID…] [--json|--csv]
  tidal faults FILE [--pairs] [--variant ID] [--json|--csv]
  tidal size FILE PART.FIELD|PART [--for CONSUMER] [--variant ID] [--json|--csv]
  tidal envelope FILE [--over oil|filterAge|air|road] [--oil-temp C] [--air-temp C] [--road-speed KMH] [--load F] [--variant ID] [--json|--csv]
  tidal sensitivity FILE CONSUMER [--rpm N] [--oil-temp C] [--variant ID] [--json|--csv]
  tidal spread FILE [--rpm N] [--oil-temp C] [--samples N] [--seed N] [--variant ID] [--json|--csv]

Exit code: 0 all supplied, 1 something is not (or a state did not solve), 2 the input is refused.
docs/command-line.md describes the output.`;

const COMMANDS = {
  solve,
  check,
  sweep,
  audit,
  balance,
  warmup,
  trace,
  size,
  faults,
  compare,
  envelope,
  sensitivity,
  spread,
};
/** Commands that take a word behind the file. */
const WITH_WORD = new Set(['trace', 'size', 'sensitivity']);

/** Runs one command. @param argv words after the program's name @returns the exit code */
export function main(argv: readonly string[]): number {
  try {
    const { values, positionals } = parseArgs({
      args: [...argv],
      allowPositionals: true,
      options: {
        rpm: { type: 'string' },
        'oil-temp': { type: 'string' },
        variant: { type: 'string' },
        'air-temp': { type: 'string' },
        'road-speed': { type: 'string' },
        load: { type: 'string' },
        minutes: { type: 'string' },
        for: { type: 'string' },
        variants: { type: 'string' },
        over: { type: 'string' },
        samples: { type: 'string' },
        seed: { type: 'string' },
        pairs: { type: 'boolean', default: false },
        json: { type: 'boolean', default: false },
        csv: { type: 'boolean', default: false },
        help: { type: 'boolean', short: 'h', default: false },
      },
    });
    if (values.help) {
      console.log(USAGE);
      return 0;
    }
    const [name, file, ...rest] = positionals;
    if (!name || !(name in COMMANDS) || !file || rest.length > (WITH_WORD.has(name) ? 1 : 0)) throw new Refusal(USAGE);
    return COMMANDS[name as keyof typeof COMMANDS](
      file,
      {
        rpm: values.rpm,
        oilTempC: values['oil-temp'],
        variant: values.variant,
        json: values.json,
        csv: values.csv,
        airTempC: values['air-temp'],
        roadSpeedKmh: values['road-speed'],
        load: values.load,
        minutes: values.minutes,
        for: values.for,
        variants: values.variants,
        over: values.over,
        samples: values.samples,
        seed: values.seed,
        pairs: values.pairs,
      },
      rest[0],
    );
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    if (error instanceof Refusal || error instanceof StudyRefused || code?.startsWith('ERR_PARSE_ARGS')) {
      console.error(message);
      return 2;
    }
    throw error;
  }
}
