import Papa from 'papaparse';
import { saveText } from './saveFile';

/** A table as CSV has it. */
export interface Table {
  readonly columns: readonly string[];
  readonly rows: readonly (readonly (string | number | null)[])[];
}

/** Hands the user a table as a CSV file. */
export function saveTable(name: string, { columns, rows }: Table): void {
  const text = Papa.unparse(
    { fields: [...columns], data: rows.map((row) => [...row]) },
    {
      newline: '\n',
      // A cell that begins like a formula would be one in the program that opens it.
      escapeFormulae: true,
    },
  );
  saveText(name, text, 'text/csv');
}
