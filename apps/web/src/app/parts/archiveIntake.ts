import { firstValueFrom } from 'rxjs';
import { neededIconNames } from '@spare-coat/core/model/coat/neededIcons';
import { Injectable, inject, signal } from '@angular/core';
import type { ArchiveQuestion } from '@spare-coat/core/proving/wire/parts';
import { Api } from '../shared/api';
import { Jobs } from '../shared/jobs';
import { CoatView } from '../shared/coatView';

export interface Opening {
  readonly name: string;
  readonly stage: 'sending' | 'reading';
  /** 0 to 1. */
  readonly progress: number;
  readonly job: string | null;
}

const MOST_BYTES = 512 * 1024 * 1024;
const DEFAULT_ICON = 48;

/** Takes archives and single files in: sends them, has them read, and says how far that is. */
@Injectable({ providedIn: 'root' })
export class ArchiveIntake {
  private readonly api = inject(Api);
  private readonly jobs = inject(Jobs);
  private readonly view = inject(CoatView);
  readonly opening = signal<Opening | null>(null);
  /** Why the last file was refused; it stays until the next one. */
  readonly refusal = signal<{ readonly file: string; readonly sentence: string } | null>(null);

  /** What a file is read for: the coat's host, and icons at the size that this shows. */
  question(file: string): ArchiveQuestion {
    const host = this.view.host();
    const size = host?.defaults['icon-set']?.['size'];
    const { scale } = Object.values(this.view.rows().display)[0] ?? { scale: 1 };
    return {
      file:
        [...file]
          .filter((c) => c >= ' ' && c !== '\u007f')
          .join('')
          .slice(0, 300) || 'file',
      profile: host ? { id: host.id, revision: host.revision } : null,
      iconSize: typeof size === 'number' ? Math.round(size) : DEFAULT_ICON,
      iconScale: Math.min(4, Math.max(1, Math.round(scale))),
      names: neededIconNames(this.view.rows()).slice(0, 500),
    };
  }

  /** @returns the id of the reading, or null when the file was refused or reading was cancelled */
  async take(file: File): Promise<string | null> {
    this.refusal.set(null);
    try {
      if (file.size > MOST_BYTES) throw new Error('At most 512 MB can be opened here.');
      if (file.size === 0) throw new Error('The file is empty, or it is a folder.');
      this.opening.set({ name: file.name, stage: 'sending', progress: 0, job: null });
      const { sha256 } = await firstValueFrom(
        this.api.sendArchive(file, (progress) =>
          this.opening.set({ name: file.name, stage: 'sending', progress, job: null }),
        ),
      );
      return await this.read(sha256, this.question(file.name));
    } catch (error) {
      this.refusal.set({ file: file.name, sentence: (error as Error).message });
      return null;
    } finally {
      this.opening.set(null);
    }
  }

  /** Has a file that was sent before read again, for other icons or another host. @throws Error with a sentence */
  async read(sha256: string, question: ArchiveQuestion): Promise<string> {
    try {
      const { job, reading } = await firstValueFrom(this.api.readArchive(sha256, question));
      return reading ?? (await this.waitFor(job!, question.file));
    } finally {
      this.opening.set(null);
    }
  }

  async cancel(): Promise<void> {
    const job = this.opening()?.job;
    if (job) await firstValueFrom(this.api.cancelJob(job)).catch(() => undefined);
  }

  private async waitFor(job: string, name: string): Promise<string> {
    const tell = (progress: number) => this.opening.set({ name, stage: 'reading', progress, job });
    const read = await firstValueFrom(
      this.jobs.result(job, tell, {
        failed: 'It could not be read.',
        cancelled: 'Reading was cancelled. Nothing was kept.',
      }),
    );
    return (read as { reading: string }).reading;
  }
}
