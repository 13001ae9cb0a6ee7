// npm run schema: writes the published JSON Schema of the project file from the one Zod schema.
import { writeFileSync } from 'node:fs';
import { projectJsonSchema } from '../src/core/document/project/jsonSchema';

writeFileSync('docs/project.schema.json', `${JSON.stringify(projectJsonSchema(), null, 1)}\n`);
console.log('Wrote docs/project.schema.json');
