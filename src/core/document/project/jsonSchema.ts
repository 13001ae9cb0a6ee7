import { z } from 'zod';
import { PROJECT_VERSION, projectSchema } from './project';

/** The JSON Schema of a project file as it may be written: defaults may be left out. */
export function projectJsonSchema(): unknown {
  return {
    title: `Tidal Gauge project, version ${PROJECT_VERSION}`,
    ...z.toJSONSchema(projectSchema, { io: 'input', reused: 'ref' }),
  };
}
