import { Form } from 'antd';
import { sayIssue } from '../../../core/document/project/issue';
import { fieldIssue } from '../../../core/document/project/fieldIssue';
import { panDraftSchema, panSchema, type PanDraft } from '../../../core/document/parts/pan';
import { schemaFields } from '../../../core/document/parts/schemaFields';
import type { PartOf } from '../../../core/document/parts/part';
import { SchemaForm } from '../../forms/SchemaForm';
import { useDocument } from '../../state/document';
import { usePanDraft } from './panDraft';

const LABELS = { front: 'front', middle: 'middle', rear: 'rear', left: 'left', right: 'right' } as const;

/** The pan as it is being typed: as it is kept, or the draft that does not make a whole pan yet. */
export function usePan(sump: PartOf<'sump'>): PanDraft {
  const id = useDocument((d) => d.id ?? '');
  const { of, draft } = usePanDraft();
  return of === id ? draft : (sump.pan ?? {});
}

/** What is still missing or wrong, in words. */
function openIssues(draft: PanDraft): readonly string[] {
  const parsed = panSchema.safeParse(draft, { reportInput: true });
  if (parsed.success) return [];
  const missing = schemaFields(panSchema, draft).filter(
    ({ input, value }) => input.kind === 'number' && !input.optional && value === undefined,
  );
  const wrong = parsed.error.issues.filter((issue) => issue.code !== 'invalid_type');
  return [
    ...(missing.length > 0 ? [`Still to measure: ${missing.map((f) => f.title.toLowerCase()).join('; ')}.`] : []),
    ...wrong.map((issue) => sayIssue(fieldIssue(issue, undefined))),
  ];
}

/** The pan's lengths and steps, and where the pickup's mouth sits. They are of the engine, for every variant. */
export function PanForm({ sump }: { readonly sump: PartOf<'sump'> }) {
  const id = useDocument((d) => d.id ?? '');
  const replacePart = useDocument((d) => d.replacePart);
  const { set, clear } = usePanDraft();
  const pan = usePan(sump);
  const issues = openIssues(pan);
  const isBegun = Object.keys(pan).length > 0;
  return (
    <Form aria-label="Shape of the pan">
      <p className="quiet">
        Measure inside, in the shape that the oil sees. Front is the pulleys’ end; left and right as seen from the
        flywheel.
      </p>
      {isBegun &&
        issues.map((issue) => (
          <p className="notice" role="status" key={issue}>
            {issue}
          </p>
        ))}
      <SchemaForm<PanDraft>
        schema={panDraftSchema}
        value={pan}
        labels={LABELS}
        onChange={(draft, field) => {
          const whole = panSchema.safeParse(draft);
          if (!whole.success) return set(id, draft);
          clear();
          replacePart({ ...sump, pan: whole.data }, `pan.${field}`, 'known');
        }}
      />
    </Form>
  );
}
