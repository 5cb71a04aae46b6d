/** What is handed to the browser to be saved from now on, in that order. */
export function savedFiles(): Blob[] {
  const saved: Blob[] = [];
  URL.createObjectURL = (blob) => {
    saved.push(blob as Blob);
    return `blob:${saved.length}`;
  };
  URL.revokeObjectURL = () => undefined;
  HTMLAnchorElement.prototype.click = () => undefined;
  return saved;
}

/** The text of a file: the page of a test has blobs that cannot tell it themselves. */
export const textOf = (file: Blob) =>
  new Promise<string>((done, fail) => {
    const reader = new FileReader();
    reader.onload = () => done(String(reader.result));
    reader.onerror = () => fail(new Error('The file cannot be read.'));
    reader.readAsText(file);
  });
