import { closeSync, createReadStream, openSync, readSync } from 'node:fs';
import { Readable } from 'node:stream';
import { RandomAccessReader } from 'yauzl';

/** So much is read at once: the entries of a table of contents lie side by side, some hundred bytes each. */
const WINDOW = 1024 * 1024;

/** Gives a zip reader its bytes out of a window of the file, so that a table of contents costs few reads. */
export class WindowReader extends RandomAccessReader {
  private readonly fd: number;
  private readonly window = Buffer.alloc(WINDOW);
  private from = 0;
  private length = 0;

  constructor(private readonly path: string) {
    super();
    this.fd = openSync(path, 'r');
  }

  /** Copies bytes when they lie in the window, moving it when they do not. @returns whether they could be had */
  private copy(buffer: Buffer, offset: number, length: number, position: number): boolean {
    if (length > WINDOW) return readSync(this.fd, buffer, offset, length, position) === length;
    if (position < this.from || position + length > this.from + this.length) {
      this.from = position;
      this.length = readSync(this.fd, this.window, 0, WINDOW, position);
    }
    if (length > this.length) return false;
    const at = position - this.from;
    this.window.copy(buffer, offset, at, at + length);
    return true;
  }

  /** Bytes of the file. @throws Error where it ends before */
  bytes(position: number, length: number): Buffer {
    const buffer = Buffer.allocUnsafe(length);
    if (length > 0 && !this.copy(buffer, 0, length, position)) throw new Error('unexpected EOF');
    return buffer;
  }

  override read(
    buffer: Buffer,
    offset: number,
    length: number,
    position: number,
    callback: (error: Error | null) => void,
  ): void {
    const had = this.copy(buffer, offset, length, position);
    // Not at once: a long table of contents would run out of stack.
    process.nextTick(() => callback(had ? null : new Error('unexpected EOF')));
  }

  override _readStreamForRange(start: number, end: number): Readable {
    if (end - start > WINDOW) return createReadStream(this.path, { start, end: end - 1 });
    const bytes = Buffer.alloc(end - start);
    return this.copy(bytes, 0, bytes.length, start)
      ? Readable.from([bytes])
      : Readable.from([bytes.subarray(0, 0)]);
  }

  override close(callback: (error: Error | null) => void): void {
    closeSync(this.fd);
    callback(null);
  }
}
