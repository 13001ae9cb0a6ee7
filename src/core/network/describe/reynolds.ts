import { AT, Law } from '../compile/law';
import type { Network } from '../compile/network';
import type { Workspace } from '../solve/workspace';

/**
 * Reynolds number of an element's flow on its bore, or a bearing's film (ρωRc/μ_film); NaN where no bore is known.
 * Lines and bored holes: 4|Q|/(πDν) of one of `count`; valves: on the open port's hydraulic diameter.
 */
export function elementReynolds(network: Network, ws: Workspace, e: number, speedRevS: number): number {
  const at = network.parameterStart[e]!;
  const nu = ws.viscosityPaS[e]! / ws.densityKgM3[e]!;
  const q = Math.abs(ws.flowM3S[e]!) / network.count[e]!;
  const onBore = (boreM: number) => (boreM > 0 ? (4 * q) / (Math.PI * boreM * nu) : 0);
  const onArea = (areaM2: number) => onBore(Math.sqrt((4 * areaM2) / Math.PI));
  switch (network.law[e]) {
    case Law.line:
      return onBore(network.parameters[at + AT.line.boreM]!);
    case Law.orifice:
      return onBore(network.parameters[at + AT.orifice.boreM]!);
    case Law.opening:
      return onArea(network.parameters[at + AT.opening.areaM2]!);
    case Law.thermostatPath:
      return onArea(ws.boundA[e]!);
    case Law.springValve:
      return onArea(network.parameters[at + AT.springValve.areaM2]! * ws.opening[e]!);
    case Law.bearing:
    case Law.crankFedRod: {
      const bearing = network.bearing[e]!;
      const surface = Math.PI * bearing.diameterM * speedRevS * network.bearingSpeedRatio[e]!;
      return (ws.densityKgM3[e]! * surface * bearing.clearanceRadialM) / ws.film[e]!.viscosityPaS;
    }
    default:
      return NaN;
  }
}
