import { useWorkbench } from '../../state/workbench';

/** Which variant is open, and the way back and forth through what was done. */
export function VariantBar() {
  const project = useWorkbench((w) => w.project)!;
  const showVariant = useWorkbench((w) => w.showVariant);
  const undo = useWorkbench((w) => w.undo);
  const redo = useWorkbench((w) => w.redo);
  const last = useWorkbench((w) => w.past[w.past.length - 1]?.name);
  const next = useWorkbench((w) => w.future[w.future.length - 1]?.name);
  return (
    <div className="variantbar">
      <label htmlFor="variant" className="visually-hidden">Variant</label>
      <select id="variant" value={project.activeVariant} onChange={(event) => showVariant(event.target.value)}>
        {project.variants.map((v) => <option key={v.id} value={v.id}>{v.name}</option>)}
      </select>
      <button type="button" className="plain" disabled={last === undefined} onClick={undo} aria-keyshortcuts="Control+Z" aria-label={last === undefined ? 'Undo' : `Undo: ${last}`} title={last === undefined ? 'Nothing to undo' : `Undo: ${last}`}>Undo</button>
      <button type="button" className="plain" disabled={next === undefined} onClick={redo} aria-keyshortcuts="Control+Y" aria-label={next === undefined ? 'Redo' : `Redo: ${next}`} title={next === undefined ? 'Nothing to redo' : `Redo: ${next}`}>Redo</button>
    </div>
  );
}
