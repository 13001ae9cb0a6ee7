import { actsAs, type Part } from '../../document/parts/part';
import { withVariant, type Project } from '../../document/project/project';
import { changed, check, type Hypothesis, type Subject } from './hypothesis';

export function oil(subject: Subject): readonly Hypothesis[] {
  const thinned = (factor: number): Project => {
    const { oil } = subject.project;
    const season = subject.variant.season?.oil;
    const of = (o: Project['oil']) => ({
      ...o,
      viscosity40M2S: o.viscosity40M2S * factor,
      viscosity100M2S: o.viscosity100M2S * factor,
      ...(o.hthsPaS === undefined ? {} : { hthsPaS: o.hthsPaS * factor }),
    });
    const base = { ...subject.project, oil: of(oil) };
    return season
      ? withVariant(base, { ...subject.variant, season: { ...subject.variant.season!, oil: of(season) } })
      : base;
  };
  return [
    {
      id: 'oilThin',
      title: 'Oil too thin: wrong grade, or diluted with fuel',
      part: '',
      prior: 1.2,
      severities: [0.8, 0.65, 0.5].map((f) => ({
        words: `${Math.round(100 * f)} % of its viscosity`,
        project: thinned(f),
      })),
      check: check(
        'oil',
        'Smell the oil on the stick, and let it and fresh oil run off two sticks side by side.',
        'It smells of fuel, or runs off faster.',
        5,
      ),
    },
    {
      id: 'oilThick',
      title: 'Oil too thick: wrong grade, or colder than the thermometer says',
      part: '',
      prior: 0.5,
      severities: [1.4, 2].map((f) => ({ words: `${f} times its viscosity`, project: thinned(f) })),
      check: check(
        'oilGrade',
        'Look up what was filled in, and hold a second thermometer to the pan.',
        'It is a thicker grade, or the oil is colder than shown.',
        5,
      ),
    },
  ];
}

export function levelAndPump(subject: Subject): readonly Hypothesis[] {
  const pumps = (words: string, change: (p: Extract<Part, { kind: 'pump' }>) => Part) =>
    changed(subject, words, (p) => (actsAs(p, 'pump') ? change(p) : p));
  return [
    {
      id: 'level',
      title: 'Low level, or air in the oil',
      part: '',
      prior: 1.2,
      severities: [0.85, 0.7, 0.5, 0.3].flatMap((f) =>
        pumps(`the pump moves ${Math.round(100 * f)} % oil`, (p) => ({
          ...p,
          displacementM3Rev: p.displacementM3Rev * f,
        })),
      ),
      check: check(
        'level',
        'Read the dipstick with the engine stopped for some minutes.',
        'The level is low, or the oil is full of froth.',
        3,
      ),
    },
    {
      id: 'pump',
      title: 'Pump worn',
      part: subject.variant.circuit.parts.find((p) => actsAs(p, 'pump'))?.id ?? '',
      prior: 0.7,
      severities: [2, 3, 5].flatMap((f) =>
        pumps(`${f} times its slip`, (p) => ({
          ...p,
          slip:
            p.slip.kind === 'efficiency'
              ? { ...p.slip, volumetricEfficiency: Math.max(0.05, 1 - f * (1 - p.slip.volumetricEfficiency)) }
              : { ...p.slip, slipCoefficient: p.slip.slipCoefficient * f },
        })),
      ),
      check: check(
        'pump',
        'Open the pump and measure its clearances with a feeler gauge.',
        'They are over the maker’s limit.',
        180,
      ),
    },
  ];
}

/** How far bearings are worn when they are looked at. */
const WORN = [1.3, 1.6, 2, 2.6] as const;

/** Bearings all together, and each group by itself: an oil that failed wears all, a load or a journal one of them. */
export function bearings(subject: Subject): readonly Hypothesis[] {
  const worn = (of: (p: Part) => boolean) =>
    WORN.flatMap((f) =>
      changed(subject, `${f} times the clearance`, (p) =>
        of(p) && (actsAs(p, 'mains') || actsAs(p, 'rods')) ? { ...p, clearanceRadialM: p.clearanceRadialM * f } : p,
      ),
    );
  const groups = subject.variant.circuit.parts.filter((p) => actsAs(p, 'mains') || actsAs(p, 'rods'));
  if (groups.length === 0) return [];
  const metal = check(
    'metal',
    'Cut the filter open and look for bearing metal, with a magnet beside.',
    'There is bearing metal in it.',
    40,
  );
  return [
    {
      id: 'bearings',
      title: 'All bearings worn or loose',
      part: groups[0]!.id,
      prior: 0.5,
      severities: worn(() => true),
      check: metal,
    },
    ...(groups.length > 1 ? groups : []).map((group): Hypothesis => ({
      id: `${group.id}.worn`,
      title: `${group.name} worn or loose`,
      part: group.id,
      prior: 0.3,
      severities: worn((p) => p.id === group.id),
      check: metal,
    })),
  ];
}
