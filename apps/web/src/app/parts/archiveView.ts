import { MatProgressBar } from '@angular/material/progress-bar';
import { StageLayout } from '../shared/stageLayout';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton } from '@angular/material/button';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { ordered } from '@spare-coat/core/model/coat/rows';
import type { FirstStep } from '@spare-coat/core/model/host/profile';
import { isHarmful } from '@spare-coat/core/deciding/archives/entry';
import type { ArchiveFinding } from '@spare-coat/core/deciding/archives/findings';
import { partFromFinding } from '@spare-coat/core/deciding/archives/makePart';
import { withListing } from '@spare-coat/core/model/parts/fromListing';
import type { Part } from '@spare-coat/core/model/parts/part';
import type { ArchiveReport } from '@spare-coat/core/deciding/archives/report';
import { wallpaperFit } from '@spare-coat/core/deciding/archives/wallpaperFit';
import { Api, pictureAddress } from '../shared/api';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { ArchiveIntake } from './archiveIntake';
import { IconCoverageView } from './iconCoverage';
import { PointerView } from './pointerView';

/** Bytes as people read them. */
function sayBytes(n: number): string {
  if (n < 1024) return `${n} bytes`;
  return n < 1024 ** 2 ? `${(n / 1024).toFixed(1)} kB` : `${(n / 1024 ** 2).toFixed(1)} MB`;
}

/** What an archive or a single file was found to hold, and what to do with it. */
@Component({
  selector: 'coat-archive-view',
  imports: [
    IconCoverageView,
    MatButton,
    MatCheckbox,
    MatIcon,
    MatProgressBar,
    MatTooltip,
    PointerView,
    RouterLink,
    StageLayout,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './archiveView.html',
  styleUrl: './archiveView.scss',
})
export class ArchiveView {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);
  protected readonly view = inject(CoatView);
  protected readonly intake = inject(ArchiveIntake);
  /** From the address: the reading, and where the file came from. */
  readonly reading = input.required<string>();
  readonly source = input<string>();
  readonly key = input<string>();

  protected readonly report = signal<ArchiveReport | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly keep = signal(true);
  protected readonly making = signal(false);
  protected readonly bytes = sayBytes;
  protected readonly displays = computed(() => ordered(this.view.rows().display));
  protected readonly picture = (path: string) => pictureAddress(this.reading(), path);

  protected readonly findings = computed(() => this.report()?.findings ?? []);
  protected readonly harmful = computed(() => isHarmful(this.report()?.hostile ?? []));

  constructor() {
    effect(() => {
      const id = this.reading();
      void untracked(() => this.load(id));
    });
  }

  private async load(id: string): Promise<void> {
    try {
      this.report.set(await this.api.archiveReport(id));
      this.problem.set(null);
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }

  /** What a wallpaper of this size would be on each display. Pixels. */
  protected suits(width: number, height: number): string[] {
    const displays = this.displays();
    return displays.map((display) => {
      const { sentence } = wallpaperFit({ width, height }, display);
      return displays.length > 1 ? `${display.width} × ${display.height}: ${sentence}` : sentence;
    });
  }

  /** What the host asks to be done once before a thing of this sort can be chosen. */
  protected first(finding: ArchiveFinding): readonly FirstStep[] {
    return (this.view.host()?.first ?? []).filter((f) => f.sort === finding.sort);
  }

  /** Has the archive read again: for other icons, or for the host that was chosen since. */
  protected async again(change: { size?: number; scale?: number; names?: readonly string[] }): Promise<void> {
    const report = this.report();
    if (!report) return;
    const question = this.intake.question(report.file);
    try {
      const reading = await this.intake.read(report.sha256, {
        ...question,
        iconSize: change.size ?? report.iconSize,
        iconScale: change.scale ?? report.iconScale,
        names: change.names ?? report.names,
      });
      await this.router.navigate([`${this.router.url.split('/archive/')[0]}/archive/${reading}`], {
        queryParamsHandling: 'preserve',
        replaceUrl: true,
      });
    } catch (error) {
      this.notices.say((error as Error).message);
    }
  }

  /** Of a part that came from a listing, what the listing tells; without it the part stands as the file made it. */
  private async described(part: Part): Promise<Part> {
    const key = this.key();
    if (!key) return part;
    try {
      const { details, root } = await this.api.listed(key);
      return withListing(part, details, root);
    } catch {
      return part;
    }
  }

  protected async make(finding: ArchiveFinding): Promise<void> {
    const report = this.report();
    if (!report) return;
    this.making.set(true);
    try {
      const part = partFromFinding(
        newId(),
        finding,
        report,
        this.view.host(),
        {
          from: this.source() ?? report.file,
          key: this.key() ?? null,
          on: new Date().toISOString().slice(0, 10),
        },
        this.keep(),
      );
      const saved = await this.api.putPart(await this.described(part), 0, newId());
      this.view.refreshParts();
      const [parts] = this.router.url.split('/archive/');
      await this.router.navigate([parts], { queryParams: { part: saved.part.id } });
      this.notices.say(`${saved.part.name} is a part now. Fill in what the archive does not tell.`, {
        label: 'Change it',
        run: () => void this.router.navigate([`${parts}/${saved.part.id}/edit`]),
      });
    } catch (error) {
      this.notices.say((error as Error).message);
    } finally {
      this.making.set(false);
    }
  }
}
