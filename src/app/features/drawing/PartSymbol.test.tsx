import { renderToStaticMarkup } from 'react-dom/server';
import { partSchema } from '../../../core/document/parts/part';
import { isReturn } from '../../../core/document/parts/ports';
import { CATALOGUE } from '../../../core/document/parts/catalogue';
import { layoutDrawing } from './layout';
import { PartSymbol } from './PartSymbol';

describe('Every kind of part on the screen', () => {
  const drawn = CATALOGUE.map((entry) => ({ entry, part: partSchema.parse({ id: 'x', ...entry.part }) }));

  it('has a drawing of its own, but for lines and returns, which are drawn as what they carry', () => {
    const byKind = new Map<string, string>();
    for (const { entry, part } of drawn) {
      const markup = renderToStaticMarkup(
        <svg>
          <PartSymbol part={part} opening={0.5} />
        </svg>,
      );
      const isRun = part.kind === 'line' || isReturn(part);
      expect([entry.id, markup === '<svg></svg>']).toEqual([entry.id, isRun]);
      if (isRun) continue;
      // No other kind of part looks the same.
      const other = byKind.get(markup);
      expect([
        entry.id,
        other === undefined || other === part.kind || (other === 'relief' && part.kind === 'checkValve'),
      ]).toEqual([entry.id, true]);
      byKind.set(markup, part.kind);
    }
  });

  it('has a place on the drawing', () => {
    const { circuit } = {
      circuit: {
        parts: [
          partSchema.parse({ id: 'tank', kind: 'sump', name: 'Sump', levelM: 0 }),
          ...drawn.map(({ part }, i) => ({ ...part, id: `p${i}` })),
        ],
        joints: [],
      },
    };
    const layout = layoutDrawing(circuit);
    const places = [
      ...layout.stations.map((s) => s.part.id),
      ...layout.returns.flatMap((r) => (r.part === undefined ? [] : [r.part])),
      ...layout.reservoirs.map((r) => r.part.id),
    ];
    expect(places.sort()).toEqual(circuit.parts.map((p) => p.id).sort());
  });
});
