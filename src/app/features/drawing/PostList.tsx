import { Button } from 'antd';
import type { Part } from '../../../core/document/parts/part';
import { formatQuantity, type UnitChoice } from '../../../core/foundations/units';
import type { ConsumerResult } from '../../../core/judgement/stateResult';
import { sayMargin, sayVerdict } from '../../../core/judgement/supply/say';
import type { Sweep } from '../../../core/judgement/sweep/sweep';
import { TideFigures, TidePost } from '../../marks/TidePost';
import { VerdictMark } from '../../marks/VerdictMark';
import { partDetail, partName } from './partText';
import { highestPa } from './Profile';
import type { Reading } from './reading';
import { axisTopPa } from './scales';
import type { Station } from './station';

/** A post in the list [px]. */
const POST_HEIGHT = 76;
const POST_WIDTH = 84;
const POST_X = 30;
const POST_TOP = 6;

/**
 * The drawing read from top to bottom, for screens too narrow for all of it: every part in the order of the oil with
 * what it takes, and each fed part with its post.
 */
export function PostList({
  stations,
  reading,
  sweep,
  units,
  selected,
  onSelect,
}: {
  readonly stations: readonly Station[];
  readonly reading: Reading;
  readonly sweep: Sweep | undefined;
  readonly units: UnitChoice;
  readonly selected: string | undefined;
  readonly onSelect: (part: string) => void;
}) {
  const top = axisTopPa(highestPa(sweep, reading.result));
  if (!reading.isThere) return null;
  return (
    <section className="post-list" aria-label="Parts in the order of the oil">
      <h2>In the order of the oil</h2>
      <ol>
        {stations.map(({ part, role }) => {
          const consumer = role === 'consumer' ? reading.result.consumers.find((c) => c.part === part.id) : undefined;
          const said = passageSaid(part, role, reading, units);
          if (!consumer && said === '') return null;
          return (
            <li key={part.id}>
              <Button type="text" block aria-pressed={part.id === selected} onClick={() => onSelect(part.id)}>
                {consumer && (
                  <Post
                    consumer={consumer}
                    range={sweep?.consumers.find((c) => c.part === part.id)}
                    topPa={top}
                    units={units}
                  />
                )}
                <span>
                  <strong>{partName(part)}</strong>
                  {consumer ? <Verdict consumer={consumer} units={units} /> : <span className="quiet">{said}</span>}
                </span>
              </Button>
            </li>
          );
        })}
      </ol>
    </section>
  );
}

/** What a part on the way adds or takes, and hands on; of one beside it what stands under it in the drawing. */
function passageSaid(part: Part, role: Station['role'], reading: Reading, units: UnitChoice): string {
  const takesPa = reading.ownChangePa(part.id);
  const outletPa = reading.outletPa(part.id);
  if (takesPa === null || outletPa === null || role === 'hanger') return partDetail(part, reading, units);
  const amount = formatQuantity(Math.abs(takesPa), 'pressure', units);
  return `${takesPa > 0 ? 'adds' : 'takes'} ${amount}, leaves ${formatQuantity(outletPa, 'pressure', units)}`;
}

function Post({
  consumer,
  range,
  topPa,
  units,
}: {
  readonly consumer: ConsumerResult;
  readonly range: Sweep['consumers'][number] | undefined;
  readonly topPa: number;
  readonly units: UnitChoice;
}) {
  const y = (pa: number) => POST_HEIGHT - Math.max(0, Math.min(1, pa / topPa)) * (POST_HEIGHT - POST_TOP);
  return (
    <svg width={POST_WIDTH} height={POST_HEIGHT + 1} aria-hidden="true">
      <TidePost x={POST_X} top={POST_TOP} zero={POST_HEIGHT} y={y} consumer={consumer} range={range} />
      <TideFigures x={POST_X} y={y} consumer={consumer} units={units} />
    </svg>
  );
}

function Verdict({ consumer, units }: { readonly consumer: ConsumerResult; readonly units: UnitChoice }) {
  const { verdict, decisive, flowM3S, supplied } = consumer;
  return (
    <>
      <span className={supplied ? '' : 'alarm'}>
        <svg width={18} height={16} aria-hidden="true">
          <VerdictMark verdict={verdict} x={9} y={8} label={false} scale={0.8} />
        </svg>{' '}
        {sayVerdict(verdict, decisive)}
      </span>
      {decisive && <span className="quiet">{sayMargin(decisive, units)}</span>}
      {flowM3S !== null && <span className="quiet">{formatQuantity(flowM3S, 'flow', units)}</span>}
    </>
  );
}
