/** Hands the user a file. */
export function saveText(name: string, text: string, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}

/** Hands the user a file with data as JSON. */
export function saveFile(name: string, data: unknown): void {
  saveText(name, `${JSON.stringify(data, null, 1)}\n`, 'application/json');
}
