import { z } from 'zod';
import { FILE_VERSION, keptProjectSchema } from './keptProject';

/** The JSON Schema of a project file as it may be written: defaults may be left out. */
export function projectJsonSchema(): unknown {
  return {
    title: `Tidal Gauge project, version ${FILE_VERSION}`,
    ...z.toJSONSchema(keptProjectSchema, { io: 'input', reused: 'ref' }),
  };
}
