import { actsAs, kindOf } from '../../../document/parts/part';
import { fig, rule, when } from '../rule';
import type { AuditContext } from '../context';

/** Filter before the cooler or after it: both are done; the effect on cold pressure is shown. */
export const coolerOrder = rule('coolerOrder', 'Cooler and filter, which first', (c) =>
  c.parts('cooler').flatMap((cooler) => {
    if (!c.circuit.parts.some((p) => actsAs(p, 'filter'))) return [];
    const before = c.unfiltered.has(`${cooler.id}.in`);
    const cold = c.at(c.states.coldStart);
    const drop = cold.elements.filter((e) => e.part === cooler.id).map((e) => e.pressureDropPa ?? 0);
    const most = Math.max(0, ...drop);
    return [
      {
        weight: 'note' as const,
        part: cooler.id,
        state: c.states.coldStart,
        figures: {
          drop: fig(most, 'pressure'),
          rpm: fig(c.states.coldStart.speedRevS, 'speed'),
          oil: fig(c.states.coldStart.oilTemperatureK, 'temperature'),
        },
        what: before
          ? `${cooler.name} stands before the filter: the filter catches what comes out of a core. Its core takes {drop} at {rpm}, {oil}.`
          : `${cooler.name} stands behind the filter: warm oil filters easily, and what a used core sheds goes to the engine. Its core takes {drop} at {rpm}, {oil}.`,
        why: 'Both orders are in use; a core that was run with a failed engine is never clean again.',
        remedies: ['a new core, or the filter behind it'],
      },
    ];
  }),
);

/** Oil taken before it reaches the gallery is missed most at hot idle. */
export const parasiticFlow = rule('parasiticFlow', 'Oil taken before the bearings', (c) => {
  const takers = c.circuit.parts.filter((p) => actsAs(p, 'jets') || kindOf(p).sitsOutside?.(p));
  if (takers.length === 0) return [];
  const result = c.at(c.states.hotIdle);
  const pumped = result.elements.filter((e) => e.law === 'pump').reduce((sum, e) => sum + e.flowM3S, 0);
  const taken = takers.map((part) => ({ part, flow: flowTo(c, part.id) }));
  const sum = taken.reduce((s, t) => s + t.flow, 0);
  if (pumped <= 0 || sum <= 0) return [];
  const most = taken.reduce((a, b) => (b.flow > a.flow ? b : a));
  const hungry = result.consumers.some(
    (r) => r.part !== most.part.id && (!r.supplied || r.verdict === 'near') && r.decisive?.side === 'low',
  );
  const share = sum / pumped;
  return [
    {
      weight: hungry && share > 0.25 ? ('mend' as const) : share > 0.4 ? ('look' as const) : ('note' as const),
      part: most.part.id,
      state: c.states.hotIdle,
      figures: {
        taken: fig(sum, 'flow'),
        left: fig(pumped - sum, 'flow'),
        pumped: fig(pumped, 'flow'),
        most: fig(most.flow, 'flow'),
        ...when(c.states.hotIdle),
      },
      what: `At {speed} and {oil}, {taken} of the pump’s {pumped} goes to what is not a bearing; {left} is left. ${most.part.name} takes most, {most}.`,
      why: 'The pump gives least and the bearings pass most when the oil is hot and the engine idles.',
      remedies: ['a smaller orifice or restrictor', 'a spring valve that holds it shut at idle'],
    },
  ];

  function flowTo(context: AuditContext, id: string): number {
    const out = context.compiled.nodeOfPort.get(`${id}.out`);
    return result.elements.filter((e) => e.part === id && e.toNode === out).reduce((s, e) => s + e.flowM3S, 0);
  }
});
