import { CdkVirtualForOf, CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatOption, MatSelect } from '@angular/material/select';
import { MatTooltip } from '@angular/material/tooltip';
import { RouterLink } from '@angular/router';
import { sayTarget } from '@spare-coat/core/deciding/learning/coverage';
import type { Target } from '@spare-coat/core/deciding/learning/described';
import { carriedOver, type Carried } from '@spare-coat/core/deciding/learning/carriedOver';
import { makeProfile, type MadeProfile } from '@spare-coat/core/deciding/learning/makeProfile';
import type { MachineSetting } from '@spare-coat/core/deciding/learning/machine';
import { fileWayOf, itemsOf, supplyOf } from '@spare-coat/core/deciding/learning/supplyOf';
import { learnSort, shownTheme } from '@spare-coat/core/deciding/learning/themeFolders';
import { hostPathProblem } from '@spare-coat/core/measuring/standards/places';
import { BREAKS, type Break } from '@spare-coat/core/model/offers/break';
import { specOf, TRAITS } from '@spare-coat/core/deciding/learning/targets';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import { catchError, of, switchMap, tap, throwError } from 'rxjs';
import { Api, type ApiProblem } from '../../shared/api';
import { Task } from '../../shared/asking';
import { CoatStore } from '../../shared/coatStore';
import { CoatView } from '../../shared/coatView';
import { DropFiles } from '../../shared/dropFiles';
import { Facts } from '../../shared/facts';
import { FileButton } from '../../shared/fileButton';
import { Fold } from '../../shared/fold';
import { Keys } from '../../shared/keys';
import { newId } from '../../shared/newId';
import { Notices } from '../../shared/notices';
import { RowsInView } from '../../shared/rows/rowsInView';
import { saveFile } from '../../shared/saveFile';
import { StageLayout } from '../../shared/stageLayout';
import { SurveyIntake } from '../../shared/surveyIntake';
import { SearchField } from '../../shared/forms/searchField';
import { SuggestField } from '../../shared/forms/suggestField';
import { TextField } from '../../shared/forms/textField';
import type { LearntSetting } from '../../../workers/learn.messages';
import { Learner, type Said } from './learner';

/** A setting as the list shows it. */
interface Row {
  readonly key: string;
  readonly title: string;
  readonly now: string;
  /** What it is said or guessed to be, in words. */
  readonly is: string;
  readonly mark: 'said' | 'guess' | 'nothing';
  readonly likely: number;
  readonly best: Target | null;
  readonly told: LearntSetting;
}
const WHICH = ['Changed', 'To decide', 'Sure', 'Said', 'All'] as const;
type Which = (typeof WHICH)[number];

/** What a guess is worth to be looked at one by one. */
const LIKELY = 0.15;
const LISTS = ['icon set', 'pointer set', 'sound theme', 'control theme', 'window theme'];
const TARGETS = [
  ...TRAITS.map(({ target }) => ({ label: sayTarget(target), target })),
  ...LISTS.map((sort) => ({ label: sayTarget(`list:${sort}`), target: `list:${sort}` })),
  { label: sayTarget('variants'), target: 'variants' },
].map((one) => ({ ...one, what: '', words: '' }));

/** After what a setting shows, in words. */
const AFTER: Readonly<Record<Break, string>> = {
  none: 'nothing: it shows at once',
  reload: 'the desktop draws itself anew',
  reopen: 'its program is opened again',
  session: 'a new session',
  restart: 'a restart',
};

/** One's own desktop, learnt from what its settings tell of themselves. */
@Component({
  selector: 'coat-learn',
  imports: [
    CdkVirtualForOf,
    CdkVirtualScrollViewport,
    Facts,
    FileButton,
    Fold,
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatFormField,
    MatIcon,
    MatOption,
    MatSelect,
    MatTooltip,
    RouterLink,
    RowsInView,
    SearchField,
    StageLayout,
    SuggestField,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './learnView.html',
  styleUrl: './learnView.scss',
  hostDirectives: [DropFiles],
  host: { '(window:keydown)': 'onKey($event)' },
})
export class LearnView {
  protected readonly learner = inject(Learner);
  protected readonly view = inject(CoatView);
  private readonly api = inject(Api);
  private readonly store = inject(CoatStore);
  private readonly notices = inject(Notices);
  private readonly surveys = inject(SurveyIntake);
  private readonly keys = inject(Keys);
  private readonly asking = new Task();
  protected readonly saving = new Task();

  /** What changed is looked at first. */
  protected readonly which = linkedSignal<Which>(() =>
    this.learner.changed().size > 0 ? 'Changed' : 'To decide',
  );
  protected readonly words = signal('');
  /** The row that is looked at. */
  protected readonly at = signal(0);
  protected readonly named = signal<string | null>(null);
  protected readonly name = computed(
    () => this.named() ?? (this.learner.machine()?.desktop.split(':')[0] || 'My desktop'),
  );
  protected readonly saved = signal<HostProfile | null>(null);
  /** What the revision that was just saved can set otherwise than the one before. */
  protected readonly carried = signal<readonly Carried[]>([]);
  protected readonly carriedWords: Readonly<Record<Carried['what'], string>> = {
    came: 'new',
    went: 'gone',
    moved: 'set elsewhere',
    range: 'other bounds',
  };
  protected readonly leftOut = signal<MadeProfile['leftOut']>([]);
  protected readonly sayTarget = sayTarget;
  protected readonly breaks = BREAKS.map((value) => ({ value, label: AFTER[value] }));
  protected readonly targets = TARGETS;
  protected readonly byKey = (_: number, row: Row) => row.key;
  protected readonly percent = (likely: number) => Math.round(likely * 100);

  private readonly all = computed(() => this.learner.suggestions().map((told) => this.rowOf(told)));
  private readonly groups = computed(() => {
    const changed = this.learner.changed();
    const of: Record<Which, Row[]> = {
      Changed: this.all().filter(({ key }) => changed.has(key)),
      'To decide': [],
      Sure: [],
      Said: [],
      All: [...this.all()],
    };
    for (const row of this.all())
      if (row.mark === 'said') of.Said.push(row);
      else if (row.told.isSure) of.Sure.push(row);
      else if (row.likely >= LIKELY * 100) of['To decide'].push(row);
    return of;
  });
  protected readonly counts = computed(() =>
    WHICH.filter((which) => which !== 'Changed' || this.learner.changed().size > 0).map((which) => ({
      which,
      count: this.groups()[which].length,
    })),
  );
  protected readonly rows = computed(() => {
    const words = this.words().toLowerCase().split(/\s+/).filter(Boolean);
    // Who looks for words looks everywhere.
    const rows = words.length > 0 ? this.groups().All : this.groups()[this.which()];
    return rows.filter(({ told: { setting }, is }) => {
      const text = `${setting.key} ${setting.label} ${setting.help} ${is}`.toLowerCase();
      return words.every((word) => text.includes(word));
    });
  });
  protected readonly chosen = computed(() => {
    const row = this.rows()[Math.min(this.at(), this.rows().length - 1)];
    if (!row) return null;
    const is = this.learner.said().get(row.key);
    const isTrait = is && !is.startsWith('list:') && is !== 'variants';
    const beside = this.learner.beside().get(row.key) ?? {};
    // A picture is chosen by where it lies, which is no supply of a value.
    const isChosen = is === 'wallpaper.picture' && fileWayOf(row.told.setting) !== null;
    const answer = isTrait && !isChosen ? supplyOf(row.told.setting, is, beside.items) : null;
    return {
      ...row,
      // Where a program began anew while it changed, it reads it then.
      shows: beside.shows ?? (row.told.setting.restarts ? 'reopen' : 'none'),
      first: beside.first ?? '',
      // Which things of the desktop the items of an order are, where it is one.
      items: (isTrait ? itemsOf(row.told.setting, is, beside.items ?? {}) : null) ?? [],
      duties: isTrait ? (specOf(is)?.items ?? []) : [],
      facts: [
        { label: 'Set by', text: row.key },
        { label: 'Takes', text: sayTakes(row.told.setting) },
        { label: 'First value', text: row.told.setting.first ?? 'not told' },
        { label: 'Now', text: row.told.setting.now ?? 'not told' },
        ...(row.told.setting.restarts
          ? [{ label: 'Began anew', text: row.told.setting.restarts.join(', ') }]
          : []),
        ...(row.told.setting.moved ? [{ label: 'Its file', text: 'was written anew in its place' }] : []),
      ],
      trouble: answer && !answer.ok ? `It cannot be offered as that: ${answer.sentence}` : null,
    };
  });

  /** Themes that are chosen by their names, with what others of their sort are told by. */
  protected readonly themes = computed(() => {
    const machine = this.learner.machine();
    return [...this.learner.decisions()].flatMap(([key, is]) => {
      const sort = is.startsWith('list:') ? is.slice('list:'.length) : null;
      const setting = machine?.settings.find((s) => s.key === key);
      if (!machine || !setting || sort === null || machine.installed[sort]) return [];
      const { example } = this.learner.beside().get(key) ?? {};
      const now = setting.now ?? setting.first;
      return [{ key, sort, now, told: learnSort(machine.themes, sort, now, example) }];
    });
  });
  /** Where the folder lies that is shown. */
  protected readonly where = signal('~/.local/share/themes');

  constructor() {
    inject(DropFiles).dropped.subscribe((files) => this.take(files));
  }

  private rowOf(told: LearntSetting): Row {
    const { setting, guesses } = told;
    const said = this.learner.said().get(setting.key);
    const best = guesses[0] ?? null;
    return {
      key: setting.key,
      title: setting.label || setting.name,
      now: setting.now ?? setting.first ?? '',
      is:
        said === null
          ? 'nothing of looks'
          : said !== undefined
            ? sayTarget(said)
            : best
              ? sayTarget(best.target)
              : '',
      mark: said !== undefined ? 'said' : best ? 'guess' : 'nothing',
      likely: best ? this.percent(best.likely) : 0,
      best: best?.target ?? null,
      told,
    };
  }

  protected take(files: Iterable<File>): void {
    // Of two exports the earlier one is from before the change.
    const [file, then] = [...files].sort((a, b) => a.lastModified - b.lastModified);
    if (!file) return;
    this.at.set(0);
    this.saved.set(null);
    this.carried.set([]);
    this.leftOut.set([]);
    // The plan and the way back go by what is set now.
    this.learner.take(file, then).subscribe((what) => {
      if (what === 'survey') void this.bringIn(file);
      else void this.bringInValues(what, then ?? file);
    });
  }
  private async bringInValues(values: Readonly<Record<string, string>>, of: File): Promise<void> {
    await this.send(JSON.stringify(values), of);
    if (!this.surveys.refusal())
      this.notices.say(`What ${of.name} says of them is in the coat: the way back returns to it.`);
  }
  /** Brings the survey into the coat; what was read here of the machine's settings stays here. */
  private async bringIn(file: File): Promise<void> {
    const { machine: _, ...survey } = JSON.parse(await file.text()) as Record<string, unknown>;
    await this.send(JSON.stringify(survey), file);
  }
  private async send(json: string, { name, lastModified }: File): Promise<void> {
    await this.surveys.take([new File([json], name, { type: 'application/json', lastModified })]);
    const refused = this.surveys.refusal();
    if (refused) this.notices.say(`${refused.file} was not brought into the coat: ${refused.sentence}`);
  }

  protected script(name: 'survey.sh' | 'learn.sh'): void {
    this.asking.run(
      this.api.surveyScript(name),
      (text) => saveFile(text, name, 'text/x-shellscript'),
      ({ message }) => this.notices.say(message),
    );
  }

  protected acceptSure(): void {
    const count = this.learner.acceptSure();
    this.notices.say(`${count} settings are accepted for what they most surely are.`);
    this.at.set(0);
  }

  protected say(row: Row, is: Said | undefined): void {
    this.learner.say([[row.key, is]]);
  }
  /** What was said of a row may take it off the list; where it stays, the next one is looked at. */
  private sayAndGoOn(row: Row, is: Said): void {
    this.say(row, is);
    const at = this.rows().findIndex(({ key }) => key === row.key);
    if (at >= 0) this.at.set(Math.min(at + 1, this.rows().length - 1));
  }
  protected sayItem(row: Row, item: string, means: string): void {
    this.learner.sayBeside(row.key, {
      items: { ...this.learner.beside().get(row.key)?.items, [item]: means },
    });
  }
  protected sayShows(row: Row, shows: Break): void {
    this.learner.sayBeside(row.key, { shows });
  }
  /** Takes a folder of a theme as what others of its sort look like. */
  protected showTheme(key: string, sort: string, files: File[]): void {
    const where = this.where();
    const parent = where.trim().replace(/\/+$/, '');
    const problem = hostPathProblem(parent);
    const theme = shownTheme(
      parent,
      files.map((file) => file.webkitRelativePath || file.name),
    );
    if (problem !== null) this.notices.say(problem);
    else if (!theme)
      this.notices.say('That is no folder of one theme: choose the folder itself, with its files in it.');
    else if (!learnSort([theme], sort, theme.name))
      this.notices.say(
        `Nothing in ${theme.name} tells that it is a ${sort}: no settings or style sheets lie there.`,
      );
    else this.learner.sayBeside(key, { example: theme });
  }
  protected sayWords(row: Row, words: string): void {
    const found = TARGETS.find(({ label }) => label.toLowerCase() === words.trim().toLowerCase());
    if (found) this.say(row, found.target);
    else this.notices.say(`“${words}” is no trait of a kind. Choose one of those that are shown.`);
  }

  /** Looks for what may be a trait that is still missing. */
  protected look(target: Target): void {
    const likely = this.all().filter(
      ({ mark, told }) => mark !== 'said' && told.guesses.some((g) => g.target === target),
    );
    const [first] = likely;
    this.words.set(first ? first.told.setting.name : (target.split('.')[1] ?? target));
    this.at.set(0);
  }

  protected onKey(event: KeyboardEvent): void {
    const row = this.chosen();
    if (!row || !this.keys.heeds(event)) return;
    const key = event.key.toLowerCase();
    const guesses = row.told.guesses;
    const step = { arrowdown: 1, arrowup: -1 }[key];
    const guess = key === 'y' ? guesses[0] : /^[2-4]$/.test(key) ? guesses[Number(key) - 1] : undefined;
    if (step !== undefined)
      this.at.set(
        Math.max(0, Math.min(this.rows().length - 1, Math.min(this.at(), this.rows().length - 1) + step)),
      );
    else if (guess) this.sayAndGoOn(row, guess.target);
    else if (key === 'n') this.sayAndGoOn(row, null);
    else return;
    event.preventDefault();
  }

  /** Makes a profile of what was said, keeps it among one's own, and chooses it for this coat. */
  protected save(): void {
    const machine = this.learner.machine();
    if (!machine) return;
    const before = this.learner.profileId();
    let earlier: HostProfile | null = null;
    const put = (id: string, revision: number) => {
      const told = { id, revision: revision + 1, name: this.name().trim() || 'My desktop', version: '1' };
      const made = makeProfile(machine, this.learner.decisions(), told, this.learner.beside());
      this.leftOut.set(made.leftOut);
      return this.api.putProfile(made.profile, revision, newId());
    };
    const work =
      before === null
        ? put(newId(), 0)
        : this.api.profileRevisions(before).pipe(
            // One that was thrown away is made anew.
            catchError((problem: ApiProblem) =>
              problem.status === 404 ? of({ revisions: [] }) : throwError(() => problem),
            ),
            switchMap(({ revisions: [newest] }) =>
              newest
                ? this.api.profile(before, newest.revision).pipe(
                    tap(({ profile }) => (earlier = profile)),
                    switchMap(() => put(before, newest.revision)),
                  )
                : put(newId(), 0),
            ),
          );
    this.saving.run(work, ({ profile }) => {
      this.saved.set(profile);
      this.carried.set(earlier ? carriedOver(earlier, profile) : []);
      this.learner.madeAs(profile.id);
      const chosen = {
        type: 'coat.host',
        profileId: profile.id,
        profileRevision: profile.revision,
        channel: profile.channels[0]?.id ?? null,
      } as const;
      // Lengths are carried to the screen of this very machine, where nobody has described another one.
      const isDescribed = Object.keys(this.view.rows().display).length > 0;
      const { screen } = machine;
      this.store.send(
        screen === null || isDescribed
          ? chosen
          : {
              type: 'many',
              label: `Choose ${profile.name}, ${screen.width} × ${screen.height}`,
              commands: [chosen, { type: 'display.set', id: newId(), ...screen, scale: 1, inches: null }],
            },
      );
    });
  }
}

function sayTakes({ takes, type, file }: MachineSetting): string {
  const kind = {
    number: () =>
      takes.as === 'number' && takes.most < 1e12
        ? `a number from ${takes.least} to ${takes.most}`
        : 'a number',
    choice: () => (takes.as === 'choice' ? takes.values.join(', ') : ''),
    flag: () => 'yes or no',
    text: () => 'a text',
    texts: () => 'a list of texts',
    other: () => (type === null ? 'something else' : `a value of the type ${type}`),
  }[takes.as]();
  return file ? `${kind}, as its value tells` : kind;
}
