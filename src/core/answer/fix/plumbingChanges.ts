import { capital } from '../../foundations/text';
import { formatQuantity } from '../../foundations/units';
import { branchOf } from '../../document/moves/branch';
import type { Move, MoveDraft } from '../../document/moves/move';
import { sayMove } from '../../document/moves/sayMove';
import { catalogueEntry } from '../../document/parts/catalogue';
import { actsAs, type Part } from '../../document/parts/part';
import { PortGroups } from '../../document/plumbing/portGroups';
import type { JobAnswers, JobSite } from '../../document/jobs/job';
import { jobMoves, jobOf, JOB_IDS, type JobId } from '../../document/jobs/jobs';
import { placeOf, splitPortRef } from '../../document/parts/ports';
import { activeVariant, type Circuit, type Project } from '../../document/project/project';
import { OIL_GRADES } from '../../physics/oil/grades';
import type { Finding } from '../../judgement/audit/finding';
import type { Change } from './change';
import { takenIn } from './trial';
import { ADDED_RESTRICTORS_M, isFedOutside } from './sizeChanges';

/** Parts that moves name. */
function partsNamed(moves: readonly Move[]): string[] {
  const refs = moves.flatMap((move): readonly string[] => {
    switch (move.kind) {
      case 'insert':
      case 'tee':
      case 'fitLoop':
        return [splitPortRef(move.at).part];
      case 'bridge':
        return [splitPortRef(move.from).part, splitPortRef(move.to).part];
      case 'blank':
      case 'moveTap':
        return [splitPortRef(move.port).part];
      case 'plumbing':
        return [...move.takes, ...move.cuts.flatMap((j) => [splitPortRef(j.from).part, splitPortRef(j.to).part])];
      default:
        return [move.part];
    }
  });
  return [...new Set(refs)];
}

const made = (of: Pick<Change, 'id' | 'kind' | 'label' | 'moves'>, slot: string | null = null): Change => ({
  ...of,
  parts: partsNamed(of.moves),
  slot,
});

/** A volume that a job asks for is tried at its usual figure, and larger. @source engineering judgement */
const LARGER_VOLUMES = [1.5, 2] as const;

/** What a job can be told: each of its choices, and larger volumes than usual. */
function answersTo(id: JobId, site: JobSite): { readonly answers: JobAnswers; readonly said: string }[] {
  const { questions } = jobOf(id);
  const choices = questions.flatMap((q) =>
    q.kind === 'choice' ? q.options.map((o) => ({ answers: { [q.id]: o.value }, said: o.label.toLowerCase() })) : [],
  );
  const told = [{ answers: {}, said: '' }, ...choices];
  const volumes = questions.flatMap((q) => (q.kind === 'figure' && q.quantity === 'volume' ? [q] : []));
  const larger = told.flatMap(({ answers, said }) =>
    volumes.flatMap((q) =>
      LARGER_VOLUMES.flatMap((times) => {
        const si = times * q.usual(site, (other) => String((answers as JobAnswers)[other] ?? ''));
        if (si > q.allowed[1]) return [];
        const words = `${q.title.toLowerCase()} ${formatQuantity(si, 'volume')}`;
        return [{ answers: { ...answers, [q.id]: si }, said: said === '' ? words : `${said}, ${words}` }];
      }),
    ),
  );
  return [...told, ...larger];
}

const bringsFed = (move: Move): boolean =>
  'drafts' in move && move.drafts.some((d) => placeOf(d as Parameters<typeof placeOf>[0]) === 'consumer');

/** Every job that fits, each as one change, with what it can be told. */
export function jobChanges(project: Project): Change[] {
  const { circuit } = activeVariant(project);
  const site = { circuit, engine: project.engine, taken: takenIn(project) };
  return JOB_IDS.flatMap((id) =>
    answersTo(id, site).flatMap(({ answers, said }): Change[] => {
      const planned = jobMoves(id, site, answers);
      // What brings one more thing to be fed mends nothing.
      if (!planned.ok || planned.moves.some(bringsFed)) return [];
      const label = `${jobOf(id).label}${said === '' ? '' : ` (${said})`}`;
      const choice = Object.values(answers).find((a) => typeof a === 'string') ?? '';
      return [made({ id: `job ${id} ${said}`, kind: 'job', label, moves: [...planned.moves] }, `job ${id} ${choice}`)];
    }),
  );
}

/** What the findings that fail propose themselves. */
export function remedyChanges(circuit: Circuit, findings: readonly Finding[]): Change[] {
  return findings
    .filter((f) => f.is === 'fails' && f.waived === null)
    .flatMap((f) =>
      f.moves.map(({ move }) =>
        made(
          {
            id: `remedy ${JSON.stringify(move)}`,
            kind: 'remedy',
            label: capital(sayMove(circuit, move)),
            moves: [move],
          },
          move.kind === 'set' ? `${move.part}.${move.path.join('.')}` : null,
        ),
      ),
    );
}

/** A restrictor put into a feed that has none, or taken out of one that has. */
export function restrictorChanges(circuit: Circuit): Change[] {
  const groups = PortGroups.of(circuit);
  return circuit.parts.filter(isFedOutside).flatMap((fed): Change[] => {
    const branch = branchOf(circuit.parts, groups, fed)?.parts ?? [];
    const own = branch.find((p) => actsAs(p, 'orifice'));
    if (own) {
      const move: Move = { kind: 'takeOut', part: own.id };
      return [
        made(
          { id: `restrictor ${own.id} out`, kind: 'restrictor', label: capital(sayMove(circuit, move)), moves: [move] },
          `${own.id}.boreM`,
        ),
      ];
    }
    return ADDED_RESTRICTORS_M.map((boreM) => {
      const draft = {
        ...catalogueEntry('restrictor').part,
        name: `${fed.name} restrictor`,
        boreM,
      } as MoveDraft;
      return made(
        {
          id: `restrictor ${fed.id} ${boreM.toPrecision(3)}`,
          kind: 'restrictor',
          label: `${fed.name}: add a restrictor of ${formatQuantity(boreM, 'bore')} to its feed`,
          moves: [{ kind: 'insert', at: `${fed.id}.in`, drafts: [draft] }],
        },
        `${fed.id} restrictor`,
      );
    });
  });
}

/** Another place to feed from, for what is plumbed outside. */
export function tapChanges(circuit: Circuit): Change[] {
  const groups = PortGroups.of(circuit);
  const gallery = circuit.parts.find((p) => actsAs(p, 'line') && p.form === 'gallery');
  const filter = circuit.parts.find((p) => actsAs(p, 'filter'));
  const places = [gallery, filter].flatMap((p) => (p ? [`${p.id}.out`] : []));
  return circuit.parts
    .filter((p): p is Part => isFedOutside(p) || actsAs(p, 'sideStream'))
    .flatMap((fed) => {
      const port = branchOf(circuit.parts, groups, fed)?.tapPort ?? `${fed.id}.in`;
      return places
        .filter((to) => groups.of(to) !== groups.of(port))
        .map((to) => {
          const move: Move = { kind: 'moveTap', port, to };
          return made(
            { id: `tap ${fed.id} ${to}`, kind: 'tap', label: capital(sayMove(circuit, move)), moves: [move] },
            `${fed.id} tap`,
          );
        });
    });
}

/** A thermostat left out: its plate exchanged for a plain one. */
export function thermostatChanges(circuit: Circuit): Change[] {
  return circuit.parts
    .filter((p) => actsAs(p, 'plate') && p.passage.kind === 'thermostat' && p.form === 'sandwich')
    .map((plate) => {
      const move: Move = {
        kind: 'swap',
        part: plate.id,
        draft: { ...catalogueEntry('sandwichPlain').part, name: plate.name } as MoveDraft,
      };
      return made(
        {
          id: `thermostat ${plate.id} out`,
          kind: 'thermostat',
          label: `${plate.name}: a plain one, without thermostat`,
          moves: [move],
        },
        `${plate.id}.size`,
      );
    });
}

/** A filter with its bypass valve, or without. */
export function bypassChanges(circuit: Circuit): Change[] {
  return circuit.parts.flatMap((part): Change[] => {
    if (!actsAs(part, 'filter') || part.mounting === 'block') return [];
    const entry = catalogueEntry(part.bypass === null ? 'remoteHead' : 'filterNoBypass').part as { bypass?: unknown };
    const label = `${part.name}: ${part.bypass === null ? 'a head with' : 'a head without'} a bypass valve`;
    return [
      made(
        {
          id: `filter ${part.id} bypass`,
          kind: 'filter',
          label,
          moves: [
            { kind: 'set', part: part.id, path: ['bypass'], value: (entry.bypass ?? null) as never, said: label },
          ],
        },
        `${part.id}.bypass`,
      ),
    ];
  });
}

/** Another oil, among those that the maker allows. */
export function oilChanges({ oil }: Project, allowed: readonly string[]): Change[] {
  return OIL_GRADES.filter((grade) => allowed.includes(grade.name) && grade.name !== oil.name).map((grade) => ({
    id: `oil ${grade.name}`,
    kind: 'oil',
    label: `Fill ${grade.name} instead of ${oil.name}`,
    moves: [],
    oil: { ...grade, expansionPerK: grade.expansionPerK ?? oil.expansionPerK },
    parts: [],
    slot: 'oil',
  }));
}
