import { firstValueFrom } from 'rxjs';
import { Injectable, inject, signal } from '@angular/core';
import type { PictureRow } from '@spare-coat/core/model/coat/rows';
import { HEADER_BYTES, MAX_BYTES, readPictureHeader } from '@spare-coat/core/measuring/picture/header';
import type { ReadPicture } from '@spare-coat/core/proving/wire/picture';
import { Api } from './api';
import { CoatStore } from './coatStore';
import { newId } from './newId';
import { Notices } from './notices';
import { PixelsWorker } from './pixels';
import { Jobs } from './jobs';

export interface Arriving {
  readonly name: string;
  readonly stage: 'sending' | 'reading';
  /** 0 to 1 while reading. */
  readonly progress: number;
  readonly job: string | null;
}

const NAME_MAX = 200;

/** Takes dropped files in: looks at their bytes, sends them, waits for the reading, and puts the picture in the coat. */
@Injectable({ providedIn: 'root' })
export class Intake {
  private readonly api = inject(Api);
  private readonly jobs = inject(Jobs);
  private readonly store = inject(CoatStore);
  private readonly notices = inject(Notices);
  private readonly pixels = inject(PixelsWorker);
  readonly arriving = signal<Arriving | null>(null);
  /** Why the last file was refused; it stays until the next one. */
  readonly refusal = signal<{ readonly file: string; readonly sentence: string } | null>(null);

  /** Adds each file to a variant, one after the other. @param straightened they were made of photos, by the corners of the screen */
  async take(files: readonly File[], variantId: string, straightened = false): Promise<void> {
    this.refusal.set(null);
    for (const file of files) {
      try {
        await this.takeOne(file, variantId, straightened);
      } catch (error) {
        this.refusal.set({ file: file.name, sentence: (error as Error).message });
      } finally {
        this.arriving.set(null);
      }
    }
  }

  async cancel(): Promise<void> {
    const job = this.arriving()?.job;
    if (job) await firstValueFrom(this.api.cancelJob(job)).catch(() => undefined);
  }

  /** Puts new pixels under a picture of the coat. Regions whose pixels changed are marked for another look. */
  async replace(file: File, picture: PictureRow): Promise<void> {
    this.refusal.set(null);
    try {
      const read = await this.read(file);
      const regions = Object.values(this.store.rows().region).filter((r) => r.pictureId === picture.id);
      const changed = await this.pixels.ask('changed', {
        sha: picture.blob,
        other: read.blob,
        rects: regions,
      });
      const { blob, original, width, height } = read;
      const ids = regions.filter((_, i) => changed[i]).map((r) => r.id);
      if (
        this.store.send({
          type: 'picture.replace',
          id: picture.id,
          blob,
          original,
          width,
          height,
          changed: ids,
        })
      )
        this.notices.say(
          ids.length === 0
            ? 'The picture was replaced. Under every region it shows the same.'
            : `The picture was replaced. ${ids.length} of ${regions.length} regions show something else: look at them again.`,
          { label: 'Undo', run: () => this.store.answer('undo') },
        );
    } catch (error) {
      this.refusal.set({ file: file.name, sentence: (error as Error).message });
    } finally {
      this.arriving.set(null);
    }
  }

  private async takeOne(file: File, variantId: string, straightened: boolean): Promise<void> {
    const picture = await this.read(file);
    const name = nameOfFile(file, 'Picture');
    this.store.send({
      type: 'picture.add',
      id: newId(),
      variantId,
      name,
      subject: 'Whole desktop',
      blob: picture.blob,
      original: picture.original,
      width: picture.width,
      height: picture.height,
      straightened,
    });
  }

  /** Looks at a file, sends it and waits until it is read. @throws Error with a sentence */
  async read(file: File): Promise<ReadPicture> {
    if (file.size > MAX_BYTES)
      throw new Error(
        `The file has ${(file.size / 1024 / 1024).toFixed(0)} MB; at most ${MAX_BYTES / 1024 / 1024} MB can be measured.`,
      );
    const head = await readHead(file);
    const header = readPictureHeader(head);
    if (!header.ok) throw new Error(header.sentence);
    this.arriving.set({ name: file.name, stage: 'sending', progress: 0, job: null });
    const sent = await firstValueFrom(this.api.sendPicture(file));
    const picture = sent.picture ?? (await this.waitFor(sent.job!, file.name));
    for (const remark of picture.remarks) this.notices.say(`${file.name}: ${remark}`);
    return picture;
  }

  /** Waits until a job has read a picture, and tells how far it is. @throws Error with a sentence */
  async waitFor(id: string, name: string): Promise<ReadPicture> {
    const tell = (progress: number) => this.arriving.set({ name, stage: 'reading', progress, job: id });
    return (await firstValueFrom(
      this.jobs.result(id, tell, {
        failed: 'The picture could not be read.',
        cancelled: 'Reading was cancelled. Nothing was added.',
      }),
    )) as ReadPicture;
  }
}

async function readHead(file: File): Promise<Uint8Array> {
  try {
    return new Uint8Array(await file.slice(0, HEADER_BYTES).arrayBuffer());
  } catch {
    throw new Error('The file could not be opened. Is it a folder?');
  }
}

/** A picture's name from its file's, without what no name may have. */
export function nameOfFile(file: File, otherwise: string): string {
  return (
    [...file.name.replace(/\.(png|jpe?g)$/i, '')]
      .filter((c) => c >= ' ' && c !== '\u007f')
      .join('')
      .trim()
      .slice(0, NAME_MAX)
      .trim() || otherwise
  );
}
