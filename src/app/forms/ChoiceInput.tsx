import { Segmented, Select } from 'antd';
import { Field } from './Field';

/** One of a few, all of them seen; a list where they are many. */
export function ChoiceInput<T extends string>({
  title,
  value,
  options,
  onChange,
  note,
  asList = false,
}: {
  readonly title: string;
  readonly value: T;
  readonly options: readonly { readonly value: T; readonly label: string }[];
  readonly onChange: (value: T) => void;
  readonly note?: string | undefined;
  /** As a list, however few they are: where there is little room. */
  readonly asList?: boolean;
}) {
  const many = asList || options.length > 4;
  return (
    <Field title={title} note={note}>
      {(id) =>
        many ? (
          <Select id={id} value={value} onChange={onChange} options={[...options]} aria-label={title} />
        ) : (
          <Segmented
            id={id}
            value={value}
            onChange={onChange}
            options={options.map((option) => ({ ...option }))}
            aria-label={title}
          />
        )
      }
    </Field>
  );
}
