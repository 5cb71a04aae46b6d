import { finalize, of, switchMap, tap, type Observable } from 'rxjs';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatTableModule } from '@angular/material/table';
import { CellOf, byPlace } from './rows/tableOf';
import { MatRadioButton, MatRadioGroup } from '@angular/material/radio';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { DropFiles } from './dropFiles';
import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import type { BundlePreview, BundleThing } from '@spare-coat/core/proving/wire/bundle';
import type { PlaceClass } from '@spare-coat/core/measuring/standards/places';
import { Api } from './api';
import { Task } from './asking';
import { newId } from './newId';
import { Notices } from './notices';
import { Jobs } from './jobs';
import { FileButton } from './fileButton';

const WORDS: Readonly<Record<BundleThing['is'], string>> = {
  new: 'comes along',
  same: 'is here already',
  other: 'is here in another form',
};
const PLACES: Readonly<Record<PlaceClass, string>> = {
  own: '',
  confirm: ', which is outside your data and configuration, or is run from there: the script asks before',
  system: ', which is the system’s: no script writes there',
};
const COUNT_WORDS: Readonly<Record<string, readonly [string, string]>> = {
  element: ['element', 'elements'],
  trait: ['trait', 'traits'],
  picture: ['picture', 'pictures'],
  match: ['match', 'matches'],
  handmade: ['hand-made thing', 'hand-made things'],
  capture: ['picture of the own desktop', 'pictures of the own desktop'],
  survey: ['survey', 'surveys'],
  reading: ['reading', 'readings'],
};

/** Takes a bundle: has it read, shows what would come and what clashes, and brings it in. */
@Component({
  selector: 'coat-bundle-in',
  imports: [
    CellOf,
    DropFiles,
    FileButton,
    MatButton,
    MatCheckbox,
    MatIcon,
    MatProgressBar,
    MatRadioButton,
    MatRadioGroup,
    MatTableModule,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="drop" #drop="coatDropFiles" [class.over]="drop.over()" (coatDropFiles)="take($event)">
      <span>{{ reading() === null ? 'Drop a bundle here, or' : 'Reading ' + reading()!.name + ' …' }}</span>
      @if (reading(); as r) {
        <mat-progress-bar [value]="r.progress * 100" aria-label="Reading the bundle" />
        <button type="button" matButton (click)="cancel()"><mat-icon svgIcon="x" />Cancel</button>
      } @else {
        <coat-file-button label="Choose a file" accept=".zip,application/zip" (chosen)="take($event)" />
      }
    </div>
    @if (problem(); as p) {
      <p class="said mind" role="alert">{{ p }}</p>
    }
    @if (preview(); as b) {
      <h2>{{ b.title || 'A bundle' }}</h2>
      @if (counts().length > 0) {
        <p>{{ counts().join(', ') }}.</p>
      }
      @if (b.parts.length > 0 || b.profile) {
        <table mat-table [dataSource]="things()" [trackBy]="byPlace">
          <ng-container matColumnDef="what">
            <th mat-header-cell *matHeaderCellDef>What</th>
            <td mat-cell *matCellDef="let t of things()" [attr.role]="'rowheader'">{{ t.name }}</td>
          </ng-container>
          <ng-container matColumnDef="version">
            <th mat-header-cell *matHeaderCellDef>Version</th>
            <td mat-cell *matCellDef="let t of things()">{{ t.version }}</td>
          </ng-container>
          <ng-container matColumnDef="here">
            <th mat-header-cell *matHeaderCellDef>Here</th>
            <td mat-cell *matCellDef="let t of things()" [class.clash]="t.is === 'other'">
              {{ words[t.is] }}{{ t.here ? ', version ' + t.here : '' }}
            </td>
          </ng-container>
          <tr mat-header-row *matHeaderRowDef="['what', 'version', 'here']; sticky: true"></tr>
          <tr mat-row *matRowDef="let t; columns: ['what', 'version', 'here']"></tr>
        </table>
      }
      @if (clashes() > 0) {
        <fieldset>
          <legend>What is here in another form</legend>
          <mat-radio-group
            aria-label="What is here in another form"
            [value]="clash()"
            (change)="clash.set($event.value)"
          >
            <mat-radio-button value="theirs">comes as in the bundle, as one more revision</mat-radio-button>
            <mat-radio-button value="mine">stays as it is here</mat-radio-button>
          </mat-radio-group>
        </fieldset>
      }
      @if (b.does.length > 0) {
        <h3>What it would run and write</h3>
        <p class="said">
          It comes from somebody else. Nothing of this happens until you put it in a plan and run that; look
          at it first.
        </p>
        <div class="does" role="region" aria-label="What it would run and write" tabindex="0">
          @for (d of b.does; track d.of) {
            <h4>{{ d.of }}</h4>
            <ul>
              @for (r of d.runs; track $index) {
                <li>
                  Runs <code>{{ r.command }}</code> {{ r.when }}
                </li>
              }
              @for (p of d.packages; track p.name) {
                <li>
                  Installs the package <code>{{ p.name }}</code> of {{ p.of.join(', ') }}, with whatever its
                  own scripts do
                </li>
              }
              @for (w of d.writes; track w.path) {
                <li [class.clash]="w.is !== 'own'">
                  Writes <code>{{ w.path }}</code>{{ places[w.is] }}
                </li>
              }
              @for (from of d.fetches; track from) {
                <li>
                  Fetches <code>{{ from }}</code>
                </li>
              }
            </ul>
          }
        </div>
        <mat-checkbox [checked]="looked()" (change)="looked.set(!looked())"
          >I have looked at what it would run and write</mat-checkbox
        >
      }
      @if (b.hasUnknown) {
        <p class="said">
          There are things in it that are not known here. They are kept, and go out again with the next
          bundle.
        </p>
      }
      @if (b.version < 2) {
        <p class="said">It is of an older version of the format, and is read as it would be written today.</p>
      }
      @if (b.coat; as known) {
        <p class="said">
          This coat is here already, as {{ known.name }}. Brought in as a new one, it stands beside it.
        </p>
      }
      <div class="do">
        <button type="button" matButton="filled" [disabled]="busy() || !ready()" (click)="bring(null)">
          <mat-icon svgIcon="import" />{{ b.what === 'coat' ? 'Bring in as a new coat' : 'Bring in' }}
        </button>
        @if (b.what === 'coat') {
          @if (into(); as target) {
            <button
              type="button"
              matButton="outlined"
              [disabled]="busy() || !ready()"
              (click)="bring(target)"
            >
              <mat-icon svgIcon="replace" /> Put in place of {{ target.name }}
            </button>
          }
        }
        <button type="button" matButton (click)="forget()"><mat-icon svgIcon="x" />Leave it</button>
      </div>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
      justify-items: start;
    }
    .drop {
      display: flex;
      align-items: center;
      gap: 12px;
      width: 100%;
      min-height: 64px;
      padding: 10px 16px;
      border: 1px dashed var(--mat-sys-outline);
    }
    .over {
      background: var(--mat-sys-primary-container);
    }
    mat-progress-bar {
      accent-color: var(--mat-sys-primary);
    }
    .said {
      margin: 0;
      width: 100%;
    }
    h3,
    h4 {
      margin: 0;
      font-size: 1em;
    }
    .does {
      width: 100%;
      max-height: 16em;
      padding: 8px 12px;
      overflow: auto;
      border: 1px solid var(--mat-sys-outline-variant);
    }
    .does ul {
      margin: 2px 0 10px;
      padding-left: 18px;
    }
    .does code {
      overflow-wrap: anywhere;
    }
    .clash {
      font-weight: 650;
    }
    fieldset {
      display: grid;
      gap: 4px;
      margin: 0;
      padding: 0;
      border: 0;
    }
    legend {
      padding: 0;
      font-weight: 600;
    }
    mat-radio-group {
      display: grid;
    }
    .do {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
    }
  `,
})
export class BundleIn {
  protected readonly byPlace = byPlace;
  private readonly api = inject(Api);
  private readonly jobs = inject(Jobs);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);
  /** The coat that it may be put in place of; none on the page of all coats. */
  readonly into = input<{ readonly id: string; readonly name: string; readonly revision: number } | null>(
    null,
  );

  /** A job that reads one already. */
  readonly job = input<string>();

  protected readonly words = WORDS;
  protected readonly reading = signal<{
    readonly name: string;
    readonly progress: number;
    readonly job: string | null;
  } | null>(null);
  protected readonly problem = signal<string | null>(null);
  private readonly sha = signal<string | null>(null);
  protected readonly preview = signal<BundlePreview | null>(null);
  protected readonly clash = signal<'theirs' | 'mine'>('theirs');
  private readonly bringing = new Task();
  protected readonly busy = this.bringing.busy;
  protected readonly places = PLACES;
  protected readonly looked = signal(false);
  /** What would run or write comes only when somebody has looked at it. */
  protected readonly ready = computed(() => this.looked() || (this.preview()?.does.length ?? 0) === 0);

  protected readonly things = computed(() => {
    const b = this.preview();
    return b ? [...(b.profile ? [b.profile] : []), ...b.parts] : [];
  });
  protected readonly clashes = computed(() => this.things().filter((t) => t.is === 'other').length);
  protected readonly counts = computed(() =>
    Object.entries(this.preview()?.counts ?? {}).map(([entity, n]) => {
      const [one, many] = COUNT_WORDS[entity] ?? [entity, entity];
      return `${n} ${n === 1 ? one : many}`;
    }),
  );

  private readonly leaves = inject(DestroyRef);

  constructor() {
    effect(() => {
      const job = this.job();
      if (job) untracked(() => this.follow('The bundle', of({ job })));
    });
  }

  protected take(files: Iterable<File> | null): void {
    const [file] = files ?? [];
    if (file && !this.reading()) this.follow(file.name, this.api.sendBundle(file));
  }

  /** Has a bundle read, and shows what it would bring. */
  private follow(name: string, begin: Observable<{ readonly job: string }>): void {
    this.forget();
    this.reading.set({ name, progress: 0, job: null });
    const read = (job: string) =>
      this.jobs.result(job, (progress) => this.reading.set({ name, progress, job }), {
        failed: 'The bundle could not be read.',
        cancelled: 'Reading was cancelled. Nothing was brought in.',
      }) as Observable<{ readonly bundle: string }>;
    begin
      .pipe(
        switchMap(({ job }) => read(job)),
        tap(({ bundle }) => this.sha.set(bundle)),
        switchMap(({ bundle }) => this.api.bundle(bundle)),
        finalize(() => this.reading.set(null)),
        takeUntilDestroyed(this.leaves),
      )
      .subscribe({
        next: (preview) => this.preview.set(preview),
        error: (error: Error) => this.problem.set(`${name}: ${error.message}`),
      });
  }
  protected cancel(): void {
    const job = this.reading()?.job;
    // Where it cannot be cancelled it goes on, and what it reads is shown.
    if (job) this.api.cancelJob(job).subscribe({ error: () => undefined });
  }
  protected forget(): void {
    this.problem.set(null);
    this.preview.set(null);
    this.sha.set(null);
    this.clash.set('theirs');
    this.looked.set(false);
  }

  protected bring(into: { readonly id: string; readonly revision: number } | null): void {
    const sha = this.sha();
    if (!sha) return;
    const command = {
      commandId: newId(),
      revision: into?.revision ?? 0,
      into: into?.id ?? null,
      name: null,
      clash: this.clash(),
    };
    this.bringing.run(
      this.api.bringIn(sha, command),
      ({ coat, leftOut }) => {
        const without =
          leftOut === 0 ? '' : ` ${leftOut} ${leftOut === 1 ? 'trial was' : 'trials were'} left out: the part is neither here nor in the bundle.`; // prettier-ignore
        this.notices.say(`${this.preview()?.title || 'The bundle'} was brought in.${without}`);
        this.forget();
        if (coat && !into) void this.router.navigate(['/coats', coat, 'match']);
      },
      ({ code, message }) =>
        this.problem.set(
          code === 'stale'
            ? 'The coat was changed meanwhile. Nothing was brought in; look at it, and try again.'
            : message,
        ),
    );
  }
}
