import { z } from 'zod';
import { dashBoreM } from '../../foundations/units/boreSizes';
import { entryOf, ends, HOOPER } from '../parts/catalogueEntry';
import { positive } from '../parts/field';
import { defineKind } from '../parts/kind';
import { figured } from '../parts/partWords';
import { usualLineHeat } from '../parts/lineHeat';
import { partBase } from '../parts/partBase';
import { roundVolumeM3 } from '../parts/passage';
import { lineHeatSchema, passageShape } from '../parts/shapes';
import type { ThreadId } from '../parts/threads';

const MM = 1e-3;
const UM = 1e-6;

/**
 * Relative roughness up to which friction is known.
 * @source Moody (1944), Trans. ASME 66, 671–684 (from memory): 0.05
 */
const ROUGHEST_SHARE = 0.05;

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('line'),
    form: z.enum(['hose', 'hardLine', 'drilling', 'gallery']).meta({ title: 'Form' }),
    dash: z.int().min(2).max(32).optional().meta({ title: 'Dash size', quantity: 'ratio' }),
    ...passageShape,
    tightestBendM: positive('length', 'Tightest bend, radius', { typical: [0.02, 0.5] }).optional(),
    leastBendM: positive('length', 'Least bend radius allowed', {
      typical: [0.03, 0.3],
      description: 'From the hose’s data sheet.',
    }).optional(),
    heat: lineHeatSchema.optional(),
    flushed: z.boolean().optional().meta({ title: 'Flushed after it was made' }),
  })
  .refine((v) => v.lengthM > 0 || v.losses.length > 0, {
    error: 'a line without length needs at least one loss',
    path: ['lengthM'],
  })
  .refine((v) => v.roughnessM <= ROUGHEST_SHARE * v.boreM, {
    error: 'roughnessM must be at most a twentieth of boreM: beyond it no law of friction holds',
    path: ['roughnessM'],
  });

/** Bores this near each other are one. */
const SAME_BORE = 1e-6;
/** Hard line of a dash size is drawn tube, with more wall than a hose. @source engineering judgement */
const HARD_LINE_SHARE = 0.9;

/** Usual bore of a line of a dash size [m]; undefined where there is no such size. */
function usualBoreM(form: z.infer<typeof schema>['form'], dash: number): number | undefined {
  const hose = dashBoreM(dash);
  return hose === undefined ? undefined : hose * (form === 'hardLine' ? HARD_LINE_SHARE : 1);
}

const entry = entryOf<typeof schema>();
const hose = (
  id: string,
  label: string,
  name: string,
  dash: number,
  boreMm: number,
  lengthM: number,
  threads: ThreadId,
  form: 'hose' | 'hardLine' = 'hose',
) =>
  entry(
    id,
    label,
    'Lines and fittings',
    {
      kind: 'line',
      name,
      form,
      dash,
      boreM: boreMm * MM,
      lengthM,
      leastBendM: dash * 0.0125,
      losses: ends('hoseEndStraight', 'hoseEnd90'),
    },
    'Inside diameter with a drill shank; length along the centre line with a cord laid where the hose will lie.',
    { source: HOOPER, threads: { in: threads, out: threads } },
  );

/** A hose, hard line, drilling or gallery. */
export const line = defineKind({
  schema,
  ports: ['in', 'out'],
  place: 'inLine',
  actsAs: ['line'],
  bolted: (part) => part.form === 'hose' || part.form === 'hardLine',
  mounted: false,
  takesThreadOfMate: false,
  detail: (part) =>
    part.dash ? figured`dash ${part.dash}` : figured`${{ si: part.boreM, quantity: 'bore', isCoarse: true }}`,
  settings: () => [],
  isPipe: true,
  symbol: () => 'none',
  passage: (part) => part,
  volumeM3: (part) => roundVolumeM3(part.boreM, part.lengthM),
  // Dash size and bore are one figure: a size sets the bore, and a bore of its own has no size.
  agreed(part, field) {
    if (part.dash === undefined || (field !== 'dash' && field !== 'boreM')) return part;
    const boreM = usualBoreM(part.form, part.dash);
    if (field === 'dash') return boreM === undefined ? part : { ...part, boreM };
    const { dash: _, ...own } = part;
    return boreM === undefined || Math.abs(part.boreM / boreM - 1) > SAME_BORE ? own : part;
  },
  extras: {
    heat: {
      label: 'Add heat exchange',
      seed: ({ form, dash }) => usualLineHeat(form, dash) ?? { airConductanceWMK: 0, radiantWM: 0 },
    },
  },
  catalogue: [
    hose('hose4', 'hose, dash 4', 'Hose', 4, 5, 0.5, 'flare4'),
    hose('hose6', 'hose, dash 6', 'Hose', 6, 8.7, 0.8, 'flare6'),
    hose('hose8', 'hose, dash 8', 'Hose', 8, 11.1, 1, 'flare8'),
    hose('hose10', 'hose, dash 10', 'Hose', 10, 14.2, 1.2, 'flare10'),
    hose('hose12', 'hose, dash 12', 'Hose', 12, 17.5, 1.2, 'flare12'),
    hose('hose16', 'hose, dash 16', 'Hose', 16, 22.2, 1, 'flare16'),
    hose('hardLine6', 'hard line, dash 6', 'Hard line', 6, 7.7, 0.6, 'flare6', 'hardLine'),
    hose('hardLine10', 'hard line, dash 10', 'Hard line', 10, 13.4, 1, 'flare10', 'hardLine'),
    entry(
      'gallery',
      'gallery',
      'Lines and fittings',
      { kind: 'line', form: 'gallery', name: 'Gallery', boreM: 12 * MM, lengthM: 0.46, roughnessM: 10 * UM },
      'Drill that just enters; length of the block.',
    ),
    entry(
      'drilling',
      'drilled passage',
      'Lines and fittings',
      {
        kind: 'line',
        form: 'drilling',
        name: 'Passage',
        boreM: 8 * MM,
        lengthM: 0.2,
        roughnessM: 10 * UM,
        losses: ends('drilledCorner'),
      },
      'Drill that just enters; count the corners.',
    ),
  ],
});
