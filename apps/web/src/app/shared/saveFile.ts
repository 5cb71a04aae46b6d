/** Hands a text to the browser as a file to save. */
export function saveFile(text: string, name: string, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name.replace(/[\\/:*?"<>|]+/g, ' ').trim();
  link.click();
  // The browser reads it after this turn.
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}
