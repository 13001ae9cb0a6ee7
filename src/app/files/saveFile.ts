/** Hands the user what lies at an address as a file. */
export function saveUrl(name: string, url: string): void {
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
}

/** Hands the user a file. */
function saveBlob(name: string, blob: Blob): void {
  const url = URL.createObjectURL(blob);
  saveUrl(name, url);
  URL.revokeObjectURL(url);
}

/** Hands the user a file with text. */
export const saveText = (name: string, text: string, type: string): void => saveBlob(name, new Blob([text], { type }));

/** Hands the user a packed file. */
export const saveBytes = (name: string, bytes: Uint8Array<ArrayBuffer>): void =>
  saveBlob(name, new Blob([bytes], { type: 'application/zip' }));

/** Hands the user a file with data as JSON. */
export function saveFile(name: string, data: unknown): void {
  saveText(name, `${JSON.stringify(data, null, 1)}\n`, 'application/json');
}
