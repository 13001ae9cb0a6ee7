import { Select } from 'antd';

/** One of a list, under a name that a screen reader says. The list is as wide as its longest line. */
export function SelectInput<T extends string | number>({
  label,
  value,
  options,
  onChange,
  id,
}: {
  /** What is chosen here; not shown. */
  readonly label: string;
  readonly value: T;
  readonly options: readonly { readonly value: T; readonly label: string }[];
  readonly onChange: (value: T) => void;
  readonly id?: string;
}) {
  return (
    <Select
      {...(id === undefined ? {} : { id })}
      aria-label={label}
      value={value}
      options={[...options]}
      onChange={onChange}
      popupMatchSelectWidth={false}
      labelRender={(chosen) => (typeof chosen.label === 'string' ? chosen.label.trim() : chosen.label)}
    />
  );
}
