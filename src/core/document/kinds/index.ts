import { sump } from './sump';
import { tank } from './tank';
import { pickup } from './pickup';
import { pump } from './pump';
import { relief } from './relief';
import { checkValve } from './checkValve';
import { filter } from './filter';
import { line } from './line';
import { fitting } from './fitting';
import { orifice } from './orifice';
import { valve } from './valve';
import { cooler } from './cooler';
import { plate } from './plate';
import { cover } from './cover';
import { sideStream } from './sideStream';
import { accumulator } from './accumulator';
import { plug } from './plug';
import { cross } from './cross';
import { ownOil } from './ownOil';
import { thermostat } from './thermostat';
import { tee } from './tee';
import { gauge } from './gauge';
import { bearings } from './bearings';
import { rods } from './rods';
import { jets } from './jets';
import { consumer } from './consumer';
import { drain } from './drain';
import { scavenge } from './scavenge';

/**
 * Every kind of part. A kind that is not listed here is in no file, no catalogue and no drawing; one that is must
 * answer every table above.
 */
export const KINDS = {
  sump,
  tank,
  pickup,
  pump,
  relief,
  checkValve,
  filter,
  line,
  fitting,
  orifice,
  valve,
  cooler,
  plate,
  cover,
  sideStream,
  accumulator,
  plug,
  cross,
  ownOil,
  thermostat,
  tee,
  gauge,
  bearings,
  rods,
  jets,
  consumer,
  drain,
  scavenge,
};
