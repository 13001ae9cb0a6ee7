import { Button } from 'antd';
import { useRef } from 'react';
import { saveTable } from './saveTable';

/** Figures of a cell as the reader sees them, with the spaces of the page made plain. */
const textOf = (cell: Element): string => (cell.textContent ?? '').replace(/\s+/g, ' ').trim();

/**
 * Saves the table before it as CSV, as it is shown: its order, its units.
 * @param name of the file, without its ending
 */
export function CsvButton({ name }: { readonly name: string }) {
  const row = useRef<HTMLDivElement>(null);
  const save = () => {
    const table = row.current?.previousElementSibling;
    if (!table) return;
    // The kit draws a hidden row to measure its columns.
    const rows = [...table.querySelectorAll('tr:not([aria-hidden=true])')].map((tr) =>
      [...tr.querySelectorAll('th, td')].map(textOf),
    );
    const [columns = [], ...lines] = rows;
    saveTable(`${name}.csv`, { columns, rows: lines });
  };
  return (
    <div className="moves pictures" ref={row}>
      <Button onClick={save}>Save as CSV</Button>
    </div>
  );
}
