import { TextField } from '../shared/forms/textField';
import { Fold } from '../shared/fold';
import { Facts } from '../shared/facts';
import { Task } from '../shared/asking';
import { StageLayout } from '../shared/stageLayout';
import { MatTableModule } from '@angular/material/table';
import { CellOf, byPlace } from '../shared/rows/tableOf';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatTooltip } from '@angular/material/tooltip';
import { MatIcon } from '@angular/material/icon';
import { MatButton, MatIconButton } from '@angular/material/button';
import { DropFiles } from '../shared/dropFiles';
import { median } from '@spare-coat/core/ground/statistics';
import { Clipboard } from '@angular/cdk/clipboard';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import type { ReadingRow, SurveyRow } from '@spare-coat/core/model/coat/rows';
import type { ReadingLoad, ReadingPhase } from '@spare-coat/core/model/coat/rows/host';
import { sumReadings } from '@spare-coat/core/proving/readings/sums';
import type { Default } from '@spare-coat/core/model/host/profile';
import { tieSettings } from '@spare-coat/core/model/host/settings';
import { compareSurveys } from '@spare-coat/core/model/host/survey';
import { sayNumber } from '@spare-coat/core/model/traits/say';
import { Api } from '../shared/api';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { Notices } from '../shared/notices';
import { saveFile } from '../shared/saveFile';
import { SurveyIntake } from '../shared/surveyIntake';
import { FileButton } from '../shared/fileButton';

const HOW_MARK = { came: '+', went: '−', changed: '≠' } as const;
const MOST_ROWS = 400;

/** What the host is now: surveys, what changed between two, settings as a dump tells them, readings. */
@Component({
  selector: 'coat-host-now',
  imports: [
    CellOf,
    Facts,
    FileButton,
    Fold,
    MatButton,
    MatFormField,
    MatIcon,
    MatIconButton,
    MatOption,
    MatSelect,
    MatTableModule,
    MatTooltip,
    RouterLink,
    StageLayout,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './hostNow.html',
  styleUrl: './hostNow.scss',
  hostDirectives: [DropFiles],
})
export class HostNow {
  protected readonly byPlace = byPlace;
  private readonly api = inject(Api);
  private readonly store = inject(CoatStore);
  private readonly notices = inject(Notices);
  private readonly clipboard = inject(Clipboard);
  private readonly task = new Task();
  protected readonly view = inject(CoatView);

  protected readonly intake = inject(SurveyIntake);
  private readonly wanted = signal<string | null>(null);
  private readonly wantedOther = signal<string | null>(null);
  protected readonly mark = HOW_MARK;

  protected readonly surveys = computed(() =>
    Object.values(this.view.rows().survey).sort((a, b) => (a.at < b.at ? 1 : -1)),
  );
  protected readonly chosen = computed<SurveyRow | null>(
    () => this.surveys().find((s) => s.id === this.wanted()) ?? this.surveys()[0] ?? null,
  );
  protected readonly other = computed<SurveyRow | null>(
    () => this.surveys().find((s) => s.id === this.wantedOther() && s.id !== this.chosen()?.id) ?? null,
  );
  private readonly survey = computed(() => this.intake.known().get(this.chosen()?.blob ?? '') ?? null);
  private readonly earlier = computed(() => this.intake.known().get(this.other()?.blob ?? '') ?? null);

  protected readonly facts = computed(() => {
    const s = this.survey();
    if (!s) return [];
    const count = (n: number, one: string, many: string) => (n === 1 ? `1 ${one}` : `${n} ${many}`);
    const kinds = new Map<string, number>();
    for (const a of s.applications) kinds.set(a.packaging, (kinds.get(a.packaging) ?? 0) + 1);
    return [
      // `wordSize` as people write it.
      ...Object.entries(s.system).map(([key, text]) => ({
        label: key.replace(/([a-z])([A-Z])/g, (_, a: string, b: string) => `${a} ${b.toLowerCase()}`),
        text,
      })),
      { label: 'displays', text: s.displays.map((d) => `${d.name} ${d.width} × ${d.height}`).join(', ') },
      { label: 'icon themes', text: s.iconThemes.map((t) => t.name).join(', ') },
      { label: 'pointer sets', text: s.pointerSets.map((t) => t.name).join(', ') },
      { label: 'sound themes', text: s.soundThemes.map((t) => t.name).join(', ') },
      { label: 'fonts', text: s.fonts.length > 0 ? count(s.fonts.length, 'family', 'families') : '' },
      {
        label: 'autostart',
        text: s.autostart
          .filter((a) => a.on)
          .map((a) => a.name)
          .join(', '),
      },
      { label: 'applications', text: [...kinds].map(([k, n]) => `${n} ${k}`).join(', ') },
      {
        label: 'theme folders',
        text: Object.entries(s.disk)
          .map(([folder, kb]) => `${folder} ${(kb / 1024).toFixed(1)} MB`)
          .join(', '),
      },
      ...s.unavailable.map((u) => ({ label: `not asked: ${u.probe}`, text: u.why })),
    ].filter((f) => f.text !== '');
  });

  protected readonly changes = computed(() => {
    const [now, before] = [this.survey(), this.earlier()];
    return now && before ? compareSurveys(before, now) : null;
  });
  protected readonly shownChanges = computed(() => (this.changes() ?? []).slice(0, MOST_ROWS));

  protected readonly settings = computed(() => {
    const host = this.view.host();
    const survey = this.survey();
    if (!host || !survey || Object.keys(survey.settings).length === 0) return null;
    return tieSettings(host, new Map(Object.entries(survey.settings)));
  });
  protected readonly shownSettings = computed(() =>
    (this.settings()?.tied ?? []).filter((t) => t.now !== null),
  );

  protected readonly readings = computed(() =>
    Object.values(this.view.rows().reading).sort((a, b) => (a.at < b.at ? -1 : 1)),
  );
  protected readonly sums = computed(() => sumReadings(this.readings()));

  constructor() {
    inject(DropFiles).dropped.subscribe((files) => void this.take(files));
    effect(() => {
      const blobs = [this.chosen()?.blob, this.other()?.blob].filter((b): b is string => b !== undefined);
      untracked(() => {
        for (const blob of blobs) if (!this.intake.known().has(blob)) void this.load(blob);
      });
    });
  }

  private async load(blob: string): Promise<void> {
    try {
      await this.intake.look(blob);
    } catch (error) {
      this.notices.say((error as Error).message);
    }
  }

  protected async take(files: Iterable<File> | null): Promise<void> {
    const id = (await this.intake.take(files ?? [])).at(-1);
    if (!id) return;
    this.wanted.set(id);
    this.wantedOther.set(null);
  }

  protected script(how: 'save' | 'copy'): void {
    this.task.run(
      this.api.surveyScript(),
      (text) => {
        if (how === 'save') saveFile(text, 'survey.sh', 'text/x-shellscript');
        else
          this.notices.say(
            this.clipboard.copy(text) ? 'Copied survey.sh whole.' : 'The browser did not let it be copied.',
          );
      },
      ({ message }) => this.notices.say(message),
    );
  }

  protected choose(id: string): void {
    this.wanted.set(id);
  }
  protected against(id: string): void {
    this.wantedOther.set(id === '' ? null : id);
  }
  protected rename({ id }: SurveyRow, name: string): void {
    this.store.send({ type: 'survey.rename', id, name });
  }
  protected remove(survey: SurveyRow): void {
    if (this.store.send({ type: 'survey.remove', id: survey.id }))
      this.notices.say(`${survey.name} is removed.`, {
        label: 'Undo',
        run: () => this.store.answer('undo'),
      });
  }
  protected setReading(r: ReadingRow, change: { phase?: string; load?: string }): void {
    this.store.send({
      type: 'reading.set',
      id: r.id,
      phase: (change.phase ?? r.phase) as ReadingPhase,
      load: (change.load ?? r.load) as ReadingLoad,
    });
  }
  protected removeReading(id: string): void {
    this.store.send({ type: 'reading.remove', id });
  }
  protected mid(values: readonly number[], unit: string): string {
    return `${sayNumber(Math.round((median(values) ?? 0) * 10) / 10)} ${unit}`;
  }
  protected initial(value: Default | null): string {
    if (value === null) return '–';
    return typeof value === 'object' ? JSON.stringify(value) : String(value);
  }
}
