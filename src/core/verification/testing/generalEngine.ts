import {
  FlowUnits,
  HeadLossType,
  LinkType,
  NodeProperty,
  LinkProperty,
  NodeType,
  Option,
  Project,
  Workspace,
} from 'epanet-js';
import type { LoopedNetwork } from './loopedNetwork';

/** The general engine's own standard gravity, 32.2 ft/s²; its heads are scaled by it. */
const ENGINE_GRAVITY = 32.2 * 0.3048;
/** The engine states viscosity as a multiple of water's, 1.1e-5 ft²/s. */
const WATER_VISCOSITY_M2S = 1.1e-5 * 0.3048 ** 2;
const LITRES = 1e3;

/** Loads the general engine's module once. */
export async function loadGeneralEngine(): Promise<Workspace> {
  const workspace = new Workspace();
  await workspace.loadModule();
  return workspace;
}

/**
 * Builds a looped network of pipes in the general engine, ready for `solveH`.
 * @param densityKgM3 to turn pressure into head
 */
export function buildInGeneralEngine(
  workspace: Workspace,
  looped: LoopedNetwork,
  densityKgM3: number,
  viscosityM2S: number,
  accuracy = 1e-8,
): Project {
  const model = new Project(workspace);
  model.init('r', 'o', FlowUnits.LPS, HeadLossType.DW);
  model.setOption(Option.SpViscos, viscosityM2S / WATER_VISCOSITY_M2S);
  model.setOption(Option.Accuracy, accuracy);
  model.setOption(Option.Trials, 200);
  const head = (pa: number) => pa / (densityKgM3 * ENGINE_GRAVITY);
  looped.nodes.forEach((node, i) => {
    if (node.heldPa !== undefined) {
      const index = model.addNode(`n${i}`, NodeType.Reservoir);
      model.setNodeValue(index, NodeProperty.Elevation, head(node.heldPa));
    } else {
      const index = model.addNode(`n${i}`, NodeType.Junction);
      model.setJunctionData(index, 0, -node.inflowM3S * LITRES, '');
    }
  });
  looped.pipes.forEach((pipe, i) => {
    const index = model.addLink(`p${i}`, LinkType.Pipe, `n${pipe.from}`, `n${pipe.to}`);
    model.setPipeData(index, pipe.lengthM, pipe.boreM * 1e3, pipe.roughnessM * 1e3, 0);
  });
  return model;
}

/** Flow in every pipe [m³/s], in order. */
export function flowsOf(model: Project, pipes: number): number[] {
  return Array.from({ length: pipes }, (_, i) => model.getLinkValue(i + 1, LinkProperty.Flow) / LITRES);
}
