import { Button } from 'antd';
import { SelectInput } from '../../forms/SelectInput';
import { useLocation } from 'react-router';
import { useDocument } from '../../state/document';
import { stepToUndo } from '../../state/history';
import { lazy, Suspense, useState } from 'react';
import { replayOf } from '../../../core/document/changes/deriveProject';
import type { KeptProject } from '../../../core/document/project/keptProject';
import type { Variant } from '../../../core/document/project/project';

const VariantDialog = lazy(() => import('./VariantDialog'));
const ChangesDialog = lazy(() => import('./ChangesDialog'));

/** Variants with each behind the one that it was made from, and how deep it lies. */
export function inTree(variants: readonly Variant[]): { readonly variant: Variant; readonly depth: number }[] {
  const ids = new Set(variants.map((v) => v.id));
  const below = (parent: string | undefined, depth: number): { readonly variant: Variant; readonly depth: number }[] =>
    variants
      .filter(
        (v) => (v.basedOn !== undefined && v.basedOn !== v.id && ids.has(v.basedOn) ? v.basedOn : undefined) === parent,
      )
      .flatMap((variant) => [{ variant, depth }, ...below(variant.id, depth + 1)]);
  const found = below(undefined, 0);
  // A circle of variants, which a file may hold, hangs from nothing: listed flat.
  return [
    ...found,
    ...variants.filter((v) => !found.some((f) => f.variant === v)).map((variant) => ({ variant, depth: 0 })),
  ];
}

/** Views in which things are written down: undo takes those back there, and only there while it can. */
const RECORD_VIEWS = ['bench', 'log', 'gauge'];

/** Which variant is open, and the way back and forth through what was done. */
export function VariantBar() {
  const project = useDocument((w) => w.project)!;
  const showVariant = useDocument((w) => w.showVariant);
  const kept = useDocument((w) => w.kept)!;
  const [open, setOpen] = useState<'changes' | 'options'>();
  const undo = useDocument((w) => w.undo);
  const redo = useDocument((w) => w.redo);
  const isOnCircuit = !RECORD_VIEWS.includes(useLocation().pathname.slice(1));
  const last = useDocument(({ past }) => past[stepToUndo(past, isOnCircuit)]?.name);
  const next = useDocument((w) => w.future[w.future.length - 1]?.name);
  return (
    <div className="variantbar">
      <SelectInput
        label="Variant"
        value={project.activeVariant}
        options={inTree(project.variants).map(({ variant, depth }) => ({
          value: variant.id,
          label: `${'\u2003'.repeat(depth)}${variant.name}${variant.season ? `, ${variant.season.name}` : ''}`,
        }))}
        onChange={showVariant}
      />
      <ChangesButton kept={kept} onPress={() => setOpen('changes')} />
      {open && (
        <Suspense fallback={null}>
          {open === 'changes' ? (
            <ChangesDialog onClose={() => setOpen(undefined)} onOptions={() => setOpen('options')} />
          ) : (
            <VariantDialog onClose={() => setOpen(undefined)} />
          )}
        </Suspense>
      )}
      <Button
        disabled={last === undefined}
        onClick={() => undo(isOnCircuit)}
        aria-keyshortcuts="Control+Z"
        aria-label={last === undefined ? 'Undo' : `Undo: ${last}`}
        title={last === undefined ? 'Nothing to undo' : `Undo: ${last}`}
      >
        Undo
      </Button>
      <Button
        disabled={next === undefined}
        onClick={redo}
        aria-keyshortcuts="Control+Y"
        aria-label={next === undefined ? 'Redo' : `Redo: ${next}`}
        title={next === undefined ? 'Nothing to redo' : `Redo: ${next}`}
      >
        Redo
      </Button>
    </div>
  );
}

/** Opens the list of changes; says how many there are, and whether one cannot be made. */
function ChangesButton({ kept, onPress }: { readonly kept: KeptProject; readonly onPress: () => void }) {
  const { troubles } = replayOf(kept, kept.activeVariant);
  const count = kept.variants.find((v) => v.id === kept.activeVariant)?.acts.length;
  const failing = new Set(troubles.map((t) => t.act)).size;
  return (
    <Button
      danger={failing > 0}
      onClick={onPress}
      aria-haspopup="dialog"
      {...(failing > 0 ? { 'aria-label': `${failing} ${failing === 1 ? 'change' : 'changes'} not made` } : {})}
    >
      {failing > 0
        ? `${failing} not made`
        : count === undefined
          ? 'Changes'
          : `${count} ${count === 1 ? 'change' : 'changes'}`}
    </Button>
  );
}
