import { Input, Select, Switch } from 'antd';
import { Fragment, useState } from 'react';
import type { z } from 'zod';
import { sayIssue } from '../../core/document/project/issue';
import { fieldIssue } from '../../core/document/project/fieldIssue';
import { schemaFields, type PartField } from '../../core/document/parts/schemaFields';
import { Field } from './Field';
import { FigureInput } from './FigureInput';

type Tree = Record<string | number, unknown>;

/** A copy of plain data with one value set; undefined takes it out. */
function withValue<T>(of: T, path: readonly (string | number)[], value: unknown): T {
  const copy = JSON.parse(JSON.stringify(of)) as Tree;
  const holder = path.slice(0, -1).reduce<Tree>((here, key) => (here[key] ??= {}) as Tree, copy);
  const last = path[path.length - 1]!;
  // JSON leaves undefined out, and so does the schema: an optional value set to it is gone.
  holder[last] = value;
  return copy as T;
}

/** "hillSprint": "hill sprint". */
const words = (option: string) => option.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();

/** A form made from a schema: what it refuses is said beside the field and not kept. */
export function SchemaForm<T>({
  schema,
  value,
  onChange,
  leaveOut = [],
  labels = {},
}: {
  readonly schema: z.ZodType<T>;
  readonly value: T;
  readonly onChange: (value: T, field: string) => void;
  /** Fields that are asked elsewhere. */
  readonly leaveOut?: readonly string[];
  readonly labels?: Readonly<Record<string, string>>;
}) {
  const [problem, setProblem] = useState<{ readonly at: string; readonly text: string }>();
  const fields = schemaFields(schema, value).filter((f) => !leaveOut.includes(String(f.path[0])));
  const change = (field: PartField, changed: unknown) => {
    const at = field.path.join('.');
    const parsed = schema.safeParse(withValue(value, field.path, changed), { reportInput: true });
    setProblem(
      parsed.success
        ? undefined
        : { at, text: parsed.error.issues.map((issue) => sayIssue(fieldIssue(issue, undefined))).join(' ') },
    );
    if (parsed.success) onChange(parsed.data, at);
  };
  return (
    <>
      {fields.map((field, i) => {
        const at = field.path.join('.');
        const heading = field.group !== fields[i - 1]?.group && field.group !== '' ? field.group : undefined;
        return (
          <Fragment key={at}>
            {heading && <h3>{heading}</h3>}
            <SchemaField
              field={field}
              labels={labels}
              onChange={(changed) => change(field, changed)}
              problem={problem?.at === at ? problem.text : undefined}
            />
          </Fragment>
        );
      })}
    </>
  );
}

function SchemaField({
  field,
  labels,
  onChange,
  problem,
}: {
  readonly field: PartField;
  readonly labels: Readonly<Record<string, string>>;
  readonly onChange: (value: unknown) => void;
  readonly problem: string | undefined;
}) {
  const { input, title, value, help } = field;
  if (input.kind === 'number')
    return (
      <FigureInput
        title={title}
        quantity={input.quantity}
        si={typeof value === 'number' ? value : undefined}
        optional={input.optional}
        onChange={onChange}
        help={help}
        problem={problem}
        {...(input.typical ? { typical: input.typical } : {})}
      />
    );
  return (
    <Field title={title} problem={problem}>
      {(id) =>
        input.kind === 'boolean' ? (
          <Switch id={id} checked={value === true} onChange={(on) => onChange(on)} aria-label={title} />
        ) : (
          <Select
            id={id}
            value={(value as string | undefined) ?? null}
            placeholder="not stated"
            onChange={(chosen) => onChange(chosen ?? undefined)}
            aria-label={title}
            options={input.options.map((option) => ({ value: option, label: labels[option] ?? words(option) }))}
          />
        )
      }
    </Field>
  );
}

/** A line or a few of text. */
export function TextInput({
  title,
  value,
  most,
  onChange,
  lines = 1,
}: {
  readonly title: string;
  readonly value: string;
  readonly most: number;
  readonly onChange: (value: string) => void;
  readonly lines?: number;
}) {
  return (
    <Field title={title}>
      {(id) =>
        lines > 1 ? (
          <Input.TextArea
            id={id}
            value={value}
            maxLength={most}
            rows={lines}
            aria-label={title}
            onChange={(event) => onChange(event.target.value)}
          />
        ) : (
          <Input
            id={id}
            value={value}
            maxLength={most}
            aria-label={title}
            onChange={(event) => onChange(event.target.value)}
          />
        )
      }
    </Field>
  );
}
