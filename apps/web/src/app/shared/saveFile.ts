/** Hands a text, or bytes, to the browser as a file to save. */
export function saveFile(content: string | Uint8Array<ArrayBuffer>, name: string, type: string): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name.replace(/[\\/:*?"<>|]+/g, ' ').trim();
  link.click();
  // The browser reads it after this turn.
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}
