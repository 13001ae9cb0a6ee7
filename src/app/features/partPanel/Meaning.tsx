import { Button, Segmented } from 'antd';
import { Fragment, useMemo } from 'react';
import { onEngineAlready } from '../../../core/document/changes/acts';
import { changedHere, mayBeEither, onlyHere, type ChangedFigure } from '../../../core/document/changes/partFigures';
import type { PartField } from '../../../core/document/parts/schemaFields';
import { formatQuantity } from '../../../core/foundations/units';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';

/** What a figure that is typed means: something to be changed on the engine, or something known of it. */
export type Meaning = 'asMeant' | 'known';

/** Whether what is typed at a part is a change of the open variant or known of the engine: one choice for the part. */
export function MeaningChoice({
  part,
  value,
  onChange,
}: {
  readonly part: string;
  readonly value: Meaning;
  readonly onChange: (meaning: Meaning) => void;
}) {
  const kept = useDocument((d) => d.kept)!;
  if (!mayBeEither(kept, part)) return null;
  const name = kept.variants.find((v) => v.id === kept.activeVariant)!.name;
  return (
    <div className="meaning">
      <Segmented
        aria-label="What is typed here"
        value={value}
        onChange={onChange}
        options={[
          { value: 'asMeant', label: 'To be changed' },
          { value: 'known', label: 'As it is' },
        ]}
      />
      <p className="quiet">
        {value === 'known'
          ? 'A figure typed here was measured or read from a data sheet: every variant with this part has it, and no work follows.'
          : `A figure typed here is a change of ${name}: it is in the plan of the job.`}
      </p>
    </div>
  );
}

/** What is known of a part, with where it is from: apart from what the open variant changes about it. */
export function KnownOf({ part, fields }: { readonly part: string; readonly fields: readonly PartField[] }) {
  const kept = useDocument((d) => d.kept)!;
  const editAct = useDocument((d) => d.editAct);
  const known = useMemo(() => {
    const titles = new Map(fields.map((f) => [f.path.join('.'), f.title]));
    const fitted = new Set((kept.fit?.figures ?? []).flatMap((f) => (f.part === part ? [f.path.join('.')] : [])));
    return [
      ...kept.known
        .filter((k) => k.part === part && !fitted.has(k.path))
        .map((k) => ({
          path: k.path,
          from: [k.source ?? 'typed', k.on].filter(Boolean).join(', '),
          canBeHere: k.before !== undefined && mayBeEither(kept, part),
        })),
      ...[...fitted].map((path) => ({ path, from: 'fitted to the gauge', canBeHere: false })),
    ].flatMap(({ path, ...of }) => {
      const title = titles.get(path);
      return title === undefined ? [] : [{ path, title, ...of }];
    });
  }, [kept, part, fields]);
  if (known.length === 0) return null;
  return (
    <p className="quiet" aria-label="What is known of it">
      Known:{' '}
      {known.map(({ path, title, from, canBeHere }, i) => (
        <Fragment key={path}>
          {i > 0 && '; '}
          {title.toLowerCase()} ({from})
          {canBeHere && (
            <>
              {' '}
              <Button
                type="link"
                className="go"
                aria-label={`${title}: only in this variant`}
                onClick={() =>
                  editAct(`${title.toLowerCase()}: only in this variant`, (now) => onlyHere(now, part, path))
                }
              >
                Only in this variant
              </Button>
            </>
          )}
        </Fragment>
      ))}
      .
    </p>
  );
}

/** Figures of a part that the open variant changes, by path. */
export function useChangedHere(part: string): ReadonlyMap<string, ChangedFigure> {
  const kept = useDocument((d) => d.kept)!;
  return useMemo(() => changedHere(kept, part), [kept, part]);
}

/** Under a figure that this variant changes: what it was, and the way to say that it was so already. */
export function ChangedNote({ field, changed }: { readonly field: PartField; readonly changed: ChangedFigure }) {
  const editAct = useDocument((d) => d.editAct);
  const units = usePreferences((p) => p.units);
  const { input, title } = field;
  const was =
    input.kind === 'number' && typeof changed.before === 'number'
      ? formatQuantity(changed.before, input.quantity, units)
      : typeof changed.before === 'string'
        ? changed.before
        : undefined;
  return (
    <p className="quiet changed">
      Changed in this variant{was === undefined ? '' : `; before: ${was}`}.{' '}
      <Button
        type="link"
        className="go"
        aria-label={`${title}: it is on the engine already`}
        onClick={() =>
          editAct(`${title.toLowerCase()}: on the engine already`, (kept, id) => onEngineAlready(kept, id, changed.act))
        }
      >
        It is on the engine already
      </Button>
    </p>
  );
}
