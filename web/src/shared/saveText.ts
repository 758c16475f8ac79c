/** Hands a text to the browser as a file to keep. */
export function saveText(name: string, text: string, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The browser has taken the file once the click is through.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
