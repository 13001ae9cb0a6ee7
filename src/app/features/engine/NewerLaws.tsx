import { Button, Table } from 'antd';
import { useMemo } from 'react';
import { useQuery } from '@tanstack/react-query';
import { deriveProject } from '../../../core/document/changes/deriveProject';
import { lawsMissing, withAllLaws, type NewerLaw } from '../../../core/document/changes/newerLaws';
import { gaugePort } from '../../../core/document/plumbing/gaugePort';
import { conditionOf } from '../../../core/document/project/conditions';
import { activeVariant, type Project } from '../../../core/document/project/project';
import { formatQuantity } from '../../../core/foundations/units';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { studyPool } from '../../../workers/studyPool';
import type { OpenEngine } from '../../../workers/answered';

const LABELS: Readonly<Record<NewerLaw, string>> = {
  filling: 'a pump that fills less at high speed',
  air: 'air in the oil, more of it at high speed',
  sideFlow: 'oil that rotation drags out of the bearings',
  load: 'how far their load sinks crank and rods in their bearings',
  element: 'how little a filter element holds that is finer than its rating',
  coolant: 'heat to the coolant by speed and power, so that it warms up as slowly as real engines do',
};
const CONDITIONS = ['hotIdle', 'atSpeed', 'fullSpeed'] as const;
const ignore = () => undefined;

/** What the gauge shows in a few conditions, and how many components are supplied over the range. */
async function looked(engine: OpenEngine, signal: AbortSignal) {
  const { project } = engine;
  const port = gaugePort(activeVariant(project).circuit.parts);
  const gauges = await Promise.all(
    CONDITIONS.map(async (id) => {
      const { name, speedRevS, oilTemperatureK } = conditionOf(project, id);
      const answer = await studyPool().run('state', engine, { speedRevS, oilTemperatureK }, ignore, signal);
      const { result } = answer.for(engine)!;
      const node = result.nodes.find((n) => port !== undefined && n.ports.includes(port));
      return { name, pressurePa: node?.pressurePa ?? null };
    }),
  );
  const sweep = (await studyPool().run('sweep', engine, {}, ignore, signal)).for(engine)!;
  return { gauges, supplied: sweep.consumers.filter((c) => c.supplied).length, of: sweep.consumers.length };
}

function useLooked(id: string, project: Project) {
  return useQuery({
    queryKey: ['newer laws', id, JSON.stringify([project.engine, project.oil, activeVariant(project).circuit])],
    queryFn: ({ signal }) => looked({ id, project }, signal),
    staleTime: Infinity,
    retry: false,
  }).data;
}

/** What a new engine would state and this file does not, with what it would change: taken as one step, or left. */
export function NewerLaws() {
  const kept = useDocument((d) => d.kept)!;
  const missing = lawsMissing(kept);
  return missing.length === 0 ? null : <Offer missing={missing} />;
}

function Offer({ missing }: { readonly missing: readonly NewerLaw[] }) {
  const kept = useDocument((d) => d.kept)!;
  const id = useDocument((d) => d.id) ?? '';
  const replaceProject = useDocument((d) => d.replaceProject);
  const units = usePreferences((w) => w.units);
  const now = useMemo(() => deriveProject(kept), [kept]);
  const then = useMemo(() => deriveProject(withAllLaws(kept)), [kept]);
  const before = useLooked(id, now);
  const after = useLooked(id, then);
  const pressure = (pa: number | null | undefined) => (pa == null ? '—' : formatQuantity(pa, 'pressure', units));
  const rows =
    before && after
      ? [
          ...before.gauges.map((g, i) => ({
            what: `Gauge, ${g.name.toLowerCase()}`,
            now: pressure(g.pressurePa),
            then: pressure(after.gauges[i]?.pressurePa),
          })),
          {
            what: 'Components supplied',
            now: `${before.supplied} of ${before.of}`,
            then: `${after.supplied} of ${after.of}`,
          },
        ]
      : undefined;
  return (
    <section aria-label="What this file leaves out">
      <h2>What this file leaves out</h2>
      <p>It was made without these, and keeps its answers until you use them:</p>
      <ul>
        {missing.map((law) => (
          <li key={law}>{LABELS[law]}</li>
        ))}
      </ul>
      {rows ? (
        <Table
          rowKey="what"
          size="small"
          pagination={false}
          dataSource={rows}
          columns={[
            { title: 'Open variant', rowScope: 'row', dataIndex: 'what' },
            { title: 'As it is', align: 'right', dataIndex: 'now' },
            { title: 'With them', align: 'right', dataIndex: 'then' },
          ]}
        />
      ) : (
        <p role="status">Computing what they change…</p>
      )}
      <p className="quiet">
        They are usual figures, no data of your engine. Clearances that were measured cold grow as the housing warms:
        only you know them, so choose the housing in the figures of the bearings.
        {kept.fit ? ' The fit to your gauge was made without them: fit it anew afterwards.' : ''}
      </p>
      <Button disabled={!rows} onClick={() => replaceProject('use what new engines state', withAllLaws(kept))}>
        Use these too
      </Button>
    </section>
  );
}
