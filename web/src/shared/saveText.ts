/** Hands a text to the browser as a file to keep. */
export const saveText = (name: string, text: string, type: string): void =>
  saveBlob(name, new Blob([text], { type }));

/** Hands bytes to the browser as a file to keep. */
export function saveBlob(name: string, blob: Blob): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The browser has taken the file once the click is through.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
