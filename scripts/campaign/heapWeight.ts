import type { CDPSession } from '@playwright/test';
import { z } from 'zod';

/** What a page keeps in memory, after everything that nothing holds was collected [bytes]. */
export interface HeapWeight {
  /** What the page itself holds: objects, texts, arrays, functions, and the browser's objects for its elements. */
  readonly heldBytes: number;
  /** What the browser made of its script: bytecode and machine code. It compiles more of what runs often, by itself. */
  readonly compiledBytes: number;
}

/** Kept by the browser's tools for whoever drives it, a row a request: no page that nobody drives has them. */
const OF_DRIVER = 'blink::NetworkResourcesData::ResourceData';

/** What is read of a heap snapshot, as V8 writes it: nodes are rows of numbers, whose columns `meta` names. */
const snapshotSchema = z.object({
  snapshot: z.object({
    meta: z.object({
      node_fields: z.array(z.string()),
      node_types: z.tuple([z.array(z.string())], z.unknown()),
    }),
  }),
  nodes: z.array(z.number()),
  strings: z.array(z.string()),
});

/** @param session of the page @throws where the browser writes no snapshot of the form that is read here */
export async function weighHeap(session: CDPSession): Promise<HeapWeight> {
  const chunks: string[] = [];
  const hear = ({ chunk }: { chunk: string }) => void chunks.push(chunk);
  session.on('HeapProfiler.addHeapSnapshotChunk', hear);
  await session.send('HeapProfiler.collectGarbage');
  await session.send('HeapProfiler.takeHeapSnapshot', { reportProgress: false });
  session.off('HeapProfiler.addHeapSnapshotChunk', hear);
  const { snapshot, nodes, strings } = snapshotSchema.parse(JSON.parse(chunks.join('')));
  const { node_fields: fields, node_types: types } = snapshot.meta;
  const column = (field: string) => fields.indexOf(field);
  const [typeAt, nameAt, sizeAt] = [column('type'), column('name'), column('self_size')];
  const code = types[0].indexOf('code');
  const ofDriver = strings.indexOf(OF_DRIVER);
  if (typeAt < 0 || nameAt < 0 || sizeAt < 0 || code < 0)
    throw new Error('a heap snapshot whose columns are not known');
  let heldBytes = 0;
  let compiledBytes = 0;
  for (let at = 0; at < nodes.length; at += fields.length)
    if (nodes[at + typeAt] === code) compiledBytes += nodes[at + sizeAt]!;
    else if (nodes[at + nameAt] !== ofDriver) heldBytes += nodes[at + sizeAt]!;
  return { heldBytes, compiledBytes };
}
