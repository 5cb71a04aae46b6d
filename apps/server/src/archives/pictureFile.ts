import type { FileHandle } from 'node:fs/promises';

/** Writes pictures one behind the other into one file. */
export class PictureFile {
  private at = 0;
  readonly index: Record<string, { at: number; length: number; type: string }> = {};
  constructor(private readonly file: FileHandle) {}
  async add(path: string, bytes: Uint8Array, type: string): Promise<void> {
    if (this.index[path]) return;
    await this.file.write(bytes, 0, bytes.length, this.at);
    this.index[path] = { at: this.at, length: bytes.length, type };
    this.at += bytes.length;
  }
  /** The same picture under another path. */
  alias(path: string, file: string): void {
    const known = this.index[file];
    if (known) this.index[path] = known;
  }
}
