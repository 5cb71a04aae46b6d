import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { nameSchema, noteSchema } from '@spare-coat/core/ground/text';
import { field, sayProblems } from '../shared/forms/bySchema';
import { SuggestField } from '../shared/forms/suggestField';
import { Task, loaded } from '../shared/asking';
import { MatTableModule } from '@angular/material/table';
import { CellOf, byPlace } from '../shared/rows/tableOf';
import { MatRadioButton, MatRadioGroup } from '@angular/material/radio';
import { MatInput } from '@angular/material/input';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatError, MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { sayVotes, type Mark, type Vote } from '@spare-coat/core/proving/rack/marks';
import { wilsonLower } from '@spare-coat/core/proving/rack/wilson';
import { Api, type ApiProblem } from '../shared/api';
import { HomeHead } from '../shared/homeHead';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { sayClose } from '../shared/sayClose';
import { SheetFiles, SheetPaper } from '../shared/sheetPaper';
import { ColourStrip } from './colourStrip';
import { LayoutMark } from './layoutMark';
import { keyOf } from './thingKey';

const WHEN = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium' });
const WENTS = ['not tried', 'worked', 'did not work'] as const;
type Went = (typeof WENTS)[number];
const VOTE_CHOICES: readonly { readonly vote: Vote | null; readonly label: string }[] = [
  { vote: 'for', label: 'For it' },
  { vote: 'against', label: 'Against it' },
  { vote: null, label: 'No vote' },
];
/** Where this browser keeps what its reader is called. */
const READER = 'spare-coat.reader';

function knownReader(): string {
  try {
    return localStorage.getItem(READER) ?? '';
  } catch {
    return '';
  }
}

/** A coat on the rack: its sheet, its versions, starting from it, and what readers say of it. */
@Component({
  selector: 'coat-rack-item',
  imports: [
    CellOf,
    ColourStrip,
    HomeHead,
    LayoutMark,
    MatButton,
    MatError,
    MatFormField,
    MatIcon,
    MatInput,
    MatMenu,
    MatMenuItem,
    MatMenuTrigger,
    MatOption,
    MatRadioButton,
    MatRadioGroup,
    MatSelect,
    MatTableModule,
    ReactiveFormsModule,
    RouterLink,
    SheetPaper,
    SuggestField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './rackItem.html',
  styleUrl: './rackItem.scss',
})
export class RackItemView {
  protected readonly byPlace = byPlace;
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);
  protected readonly files = inject(SheetFiles);
  /** From the address. */
  readonly id = input.required<string>();
  readonly version = input<string>();

  private readonly readItem = loaded(
    () => this.id(),
    (id) => this.api.rackItem(id),
  );
  protected readonly item = this.readItem.value;
  private readonly readPage = loaded(
    () => {
      const [id, version] = [this.item()?.id, this.shown()];
      return id && version > 0 ? { id, version } : undefined;
    },
    ({ id, version }) => this.api.rackVersion(id, version),
  );
  protected readonly page = this.readPage.value;
  protected readonly problem = computed(() => this.readItem.problem() ?? this.readPage.problem());
  /** The host can be typed without a list of them, and the rest is there: what cannot be read is left out. */
  private readonly profiles = loaded(
    () => true,
    () => this.api.profiles(),
  );
  protected readonly hosts = computed(() =>
    (this.profiles.value()?.profiles ?? []).map((p) => ({
      label: `${p.name} ${p.version}`,
      what: '',
      words: p.family,
    })),
  );
  private readonly coats = loaded(
    () => true,
    () => this.api.allCoats(),
  );
  /** Coats that are worked on here, to lay beside it. */
  protected readonly mine = computed(() => (this.coats.value() ?? []).filter((c) => c.deletedAt === null));
  private readonly task = new Task();
  protected readonly busy = this.task.busy;
  protected readonly refused = this.task.problem;
  /** The id of the mark that is changed; null while a new one is written. */
  protected readonly changing = signal<string | null>(null);
  protected readonly form = new FormGroup({
    reader: field(nameSchema, knownReader()),
    host: field(nameSchema, ''),
    vote: new FormControl<Vote | null>(null),
    note: field(noteSchema, ''),
  });
  /** How each element went, by its id; what is not there was not tried. */
  protected readonly wents = signal<ReadonlyMap<string, Went>>(new Map());
  protected readonly problemOf = sayProblems;
  protected readonly say = sayClose;
  protected readonly voteChoices = VOTE_CHOICES;
  protected readonly choices = WENTS;

  protected readonly shown = computed(() => {
    const versions = this.item()?.versions ?? [];
    return versions.find((v) => String(v.version) === this.version())?.version ?? versions[0]?.version ?? 0;
  });
  protected readonly bundleAddress = computed(() => `/api/rack/${this.id()}/versions/${this.shown()}/bundle`);
  protected readonly votes = computed(() => {
    const words = sayVotes(this.item()?.tally ?? { for: 0, votes: 0 });
    return `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;
  });
  protected readonly lower = computed(() => {
    const tally = this.item()?.tally;
    return tally ? wilsonLower(tally.for, tally.votes) : null;
  });

  protected when(at: string): string {
    return WHEN.format(new Date(at));
  }
  protected megabytes(bytes: number): string {
    return `${(bytes / 1e6).toFixed(1)} MB`;
  }
  protected namesOf(ids: readonly string[]): string {
    const names = new Map((this.page()?.elements ?? []).map((e) => [e.id, e.name]));
    return ids.map((id) => names.get(id) ?? 'an element of another version').join(', ');
  }

  protected compareWith(coat: string): void {
    const queryParams = { a: keyOf({ from: 'rack', id: this.id() }), b: keyOf({ from: 'coats', id: coat }) };
    if (coat) void this.router.navigate(['/rack/compare'], { queryParams });
  }

  protected start(): void {
    this.task.run(
      this.api.readRackVersion(this.id(), this.shown()),
      ({ job }) => void this.router.navigate(['/bring-in'], { queryParams: { job } }),
      this.tell,
    );
  }

  protected went(id: string, how: Went): void {
    this.wents.update((all) => new Map([...all, [id, how]]));
  }
  protected allWorked(): void {
    this.wents.set(new Map((this.page()?.elements ?? []).map((e) => [e.id, 'worked'])));
  }
  /** A mark is changed beside the version that it is of. */
  protected edit({ id, version, reader, host, vote, worked, failed, note }: Mark): void {
    if (version !== this.shown()) void this.router.navigate([], { queryParams: { version } });
    this.changing.set(id);
    this.form.reset({ reader, host, vote, note });
    this.wents.set(
      new Map<string, Went>([
        ...worked.map((e) => [e, 'worked'] as const),
        ...failed.map((e) => [e, 'did not work'] as const),
      ]),
    );
    this.refused.set(null);
  }
  protected forget(): void {
    this.changing.set(null);
    this.form.reset({ reader: knownReader(), host: '', vote: null, note: '' });
    this.wents.set(new Map());
    this.refused.set(null);
  }

  protected keep(): void {
    const { reader: name, host: desktop } = this.form.controls;
    for (const control of [name, desktop]) control.setValue(control.value.trim());
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const { reader, host, vote, note } = this.form.getRawValue();
    // Of what is in this version.
    const those = (how: Went) =>
      (this.page()?.elements ?? []).map((e) => e.id).filter((id) => this.wents().get(id) === how);
    const mark: Mark = {
      id: this.changing() ?? newId(),
      version: this.shown(),
      reader,
      host,
      vote,
      worked: those('worked'),
      failed: those('did not work'),
      note: note.trim(),
    };
    this.task.run(this.api.putMark(this.id(), mark), () => {
      try {
        localStorage.setItem(READER, mark.reader);
      } catch {
        // It is typed again next time.
      }
      this.forget();
      this.readItem.again();
    });
  }
  protected remove(mark: Mark): void {
    this.task.run(
      this.api.removeMark(this.id(), mark.id),
      () => {
        this.readItem.again();
        this.notices.say(`The mark of ${mark.reader} was removed.`, {
          label: 'Undo',
          run: () =>
            this.task.run(
              this.api.putMark(this.id(), markOnly(mark)),
              () => this.readItem.again(),
              this.tell,
            ),
        });
      },
      this.tell,
    );
  }

  /** Told where it is seen, wherever one is on the page. */
  private readonly tell = ({ message }: ApiProblem) => this.notices.say(message);
}

/** A mark without what the server adds to it. */
function markOnly({ id, version, reader, host, vote, worked, failed, note }: Mark): Mark {
  return { id, version, reader, host, vote, worked, failed, note };
}
