import { z } from 'zod';
import { WHOLE_VERSION, projectSchema } from './project';

/** The JSON Schema of a project file as it may be written: defaults may be left out. */
export function projectJsonSchema(): unknown {
  return {
    title: `Tidal Gauge project, version ${WHOLE_VERSION}`,
    ...z.toJSONSchema(projectSchema, { io: 'input', reused: 'ref' }),
  };
}
