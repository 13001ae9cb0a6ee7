import { lineParameters } from '../../network/compile/lineParameters';
import { NetworkBuilder, type Network } from '../../network/compile/network';

/** A network of plain pipes, described once for this solver and for the general engine. */
export interface LoopedNetwork {
  readonly nodes: readonly { readonly heldPa?: number; readonly inflowM3S: number }[];
  readonly pipes: readonly {
    readonly from: number;
    readonly to: number;
    readonly boreM: number;
    readonly lengthM: number;
    readonly roughnessM: number;
  }[];
}

/** A small seeded generator (mulberry32), so that every run sees the same networks. */
export function seededRandom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/**
 * A grid with about as many pipes as asked, fed by one reservoir at a corner, drawn from at every junction.
 * @param pipes number of pipes, the feed included @param drawM3S drawn from each junction on average
 */
export function loopedGrid(pipes: number, drawM3S: number, boreM: number, lengthM: number, seed = 1): LoopedNetwork {
  const random = seededRandom(seed);
  let width = 2;
  while (2 * width * (width + 1) < pipes) width++;
  const spread = (mean: number, ratio: number) => mean * ratio ** (2 * random() - 1);
  const nodes: { heldPa?: number; inflowM3S: number }[] = [{ heldPa: 50e5, inflowM3S: 0 }];
  const list: LoopedNetwork['pipes'][number][] = [];
  const add = (from: number, to: number, b = boreM) =>
    list.push({ from, to, boreM: spread(b, 1.3), lengthM: spread(lengthM, 1.5), roughnessM: 1e-6 });
  const node = (row: number, column: number) => 1 + row * width + column;
  const rows = Math.max(2, Math.ceil((pipes - 1 + width) / (2 * width - 1)));
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < width; column++) nodes.push({ inflowM3S: -spread(drawM3S, 2) });
  add(0, 1, boreM * 4);
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < width; column++) {
      if (column + 1 < width && list.length < pipes) add(node(row, column), node(row, column + 1));
      if (row + 1 < rows && list.length < pipes) add(node(row, column), node(row + 1, column));
    }
  const reached = new Set(list.flatMap((pipe) => [pipe.from, pipe.to]));
  const index = new Map([...reached].sort((a, b) => a - b).map((old, i) => [old, i]));
  return {
    nodes: nodes.filter((_, i) => reached.has(i)),
    pipes: list.map((pipe) => ({ ...pipe, from: index.get(pipe.from)!, to: index.get(pipe.to)! })),
  };
}

/** The same network for this solver. */
export function buildNetwork(looped: LoopedNetwork): Network {
  const builder = new NetworkBuilder();
  const nodes = looped.nodes.map((node, i) => builder.addNode(`n${i}`, 0, node.heldPa, node.inflowM3S));
  looped.pipes.forEach((pipe, i) =>
    builder.addElement({
      name: `p${i}`,
      law: 'line',
      from: nodes[pipe.from]!,
      to: nodes[pipe.to]!,
      parameters: lineParameters({ ...pipe, losses: [] }),
    }),
  );
  return builder.build();
}
