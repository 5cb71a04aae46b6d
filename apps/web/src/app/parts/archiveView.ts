import { Fold } from '../shared/fold';
import { CellOf } from '../shared/rows/tableOf';
import { MatTableModule } from '@angular/material/table';
import { catchError, map, of, switchMap, type Observable } from 'rxjs';
import { Task, loaded } from '../shared/asking';
import { MatProgressBar } from '@angular/material/progress-bar';
import { StageLayout } from '../shared/stageLayout';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { ordered } from '@spare-coat/core/model/coat/rows';
import type { FirstStep } from '@spare-coat/core/model/host/profile';
import { isHarmful } from '@spare-coat/core/deciding/archives/entry';
import type { ArchiveFinding } from '@spare-coat/core/deciding/archives/findings';
import {
  partFromFinding,
  partFromSiblings,
  withScript,
  type Origin,
  type ScriptTold,
} from '@spare-coat/core/deciding/archives/makePart';
import type { ArchiveReport } from '@spare-coat/core/deciding/archives/report';
import { siblingsOf, type Siblings } from '@spare-coat/core/deciding/archives/siblings';
import { withListing } from '@spare-coat/core/model/parts/fromListing';
import type { Part } from '@spare-coat/core/model/parts/part';
import { wallpaperFit } from '@spare-coat/core/deciding/archives/wallpaperFit';
import { Api, pictureAddress } from '../shared/api';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { ArchiveIntake } from './archiveIntake';
import { IconCoverageView } from './iconCoverage';
import { PointerView } from './pointerView';
import { ScriptForm } from './scriptForm';

/** Bytes as people read them. */
function sayBytes(n: number): string {
  if (n < 1024) return `${n} bytes`;
  return n < 1024 ** 2 ? `${(n / 1024).toFixed(1)} kB` : `${(n / 1024 ** 2).toFixed(1)} MB`;
}

/** What an archive or a single file was found to hold, and what to do with it. */
@Component({
  selector: 'coat-archive-view',
  imports: [
    CellOf,
    Fold,
    IconCoverageView,
    MatButton,
    MatCheckbox,
    MatIcon,
    MatProgressBar,
    MatTableModule,
    MatTooltip,
    PointerView,
    RouterLink,
    ScriptForm,
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

  private readonly read = loaded(
    () => this.reading(),
    (id) => this.api.archiveReport(id),
  );
  protected readonly report = this.read.value;
  protected readonly problem = this.read.problem;
  protected readonly keep = signal(true);
  private readonly task = new Task();
  protected readonly making = this.task.busy;
  protected readonly faceColumns = [
    'family',
    'style',
    'weight',
    'x-height',
    'cap-height',
    'characters',
    'scripts',
  ];
  protected readonly byPath = (_place: number, row: { readonly path: string }): string => row.path;
  protected readonly isBroken = (_place: number, row: { readonly problem: string | null }) =>
    Boolean(row.problem);
  protected readonly isRead = (_place: number, row: { readonly problem: string | null }) => !row.problem;
  protected readonly bytes = sayBytes;
  protected readonly displays = computed(() => ordered(this.view.rows().display));
  protected readonly picture = (path: string) => pictureAddress(this.reading(), path);

  protected readonly findings = computed(() => this.report()?.findings ?? []);
  protected readonly readmes = computed(() => (this.report()?.readmes ?? []).map((m) => m.text).join('\n'));
  /** What each script in it is told, by where it lies. */
  protected readonly told = new Map<string, ScriptTold>();
  /** Findings that are one thing in several flavours. */
  protected readonly siblings = computed(() => siblingsOf(this.findings()));
  protected readonly harmful = computed(() => isHarmful(this.report()?.hostile ?? []));

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
  private described(part: Part): Observable<Part> {
    const key = this.key();
    if (!key) return of(part);
    return this.api.listed(key).pipe(
      map(({ details, root }) => withListing(part, details, root)),
      catchError(() => of(part)),
    );
  }

  protected make(finding: ArchiveFinding): void {
    const report = this.report();
    if (!report) return;
    const [host, told] = [this.view.host(), this.origin(report)];
    const part = partFromFinding(newId(), finding, report, host, told, this.keep());
    const script = this.told.get(finding.root);
    this.add(script ? withScript(part, script) : part);
  }

  protected makeOne(siblings: Siblings): void {
    const report = this.report();
    if (!report) return;
    const [host, told] = [this.view.host(), this.origin(report)];
    this.add(partFromSiblings(newId(), siblings, report, host, told, this.keep()));
  }

  private origin(report: ArchiveReport): Origin {
    const on = new Date().toISOString().slice(0, 10);
    return { from: this.source() ?? report.file, key: this.key() ?? null, on };
  }

  private add(part: Part): void {
    const work = this.described(part).pipe(switchMap((whole) => this.api.putPart(whole, 0, newId())));
    this.task.run(
      work,
      ({ part: { id, name } }) => {
        this.view.refreshParts();
        const [parts] = this.router.url.split('/archive/');
        void this.router.navigate([parts], { queryParams: { part: id } });
        this.notices.say(`${name} is a part now. Fill in what the archive does not tell.`, {
          label: 'Change it',
          run: () => void this.router.navigate([`${parts}/${id}/edit`]),
        });
      },
      ({ message }) => this.notices.say(message),
    );
  }
}
