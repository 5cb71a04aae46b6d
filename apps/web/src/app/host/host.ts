import { NumberField } from '../shared/forms/numberField';
import { defer, from, map, switchMap } from 'rxjs';
import { Task, loaded } from '../shared/asking';
import { NextTurn } from '../shared/nextTurn';
import { StageLayout } from '../shared/stageLayout';
import { MatRadioButton, MatRadioGroup } from '@angular/material/radio';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton } from '@angular/material/button';
import { DropFiles } from '../shared/dropFiles';
import { nth } from '@spare-coat/core/ground/checked';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { coatOf, ordered, type DisplayRow } from '@spare-coat/core/model/coat/rows';
import { CARRY_POLICIES, type CarryPolicy } from '@spare-coat/core/model/coat/rows/reference';
import { Router, RouterLink } from '@angular/router';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import { settingsOf } from '@spare-coat/core/model/host/settings';
import { carryOf, displayOf } from '@spare-coat/core/deciding/matching/carry';
import { sayNumber } from '@spare-coat/core/model/traits/say';
import { isRecord } from '@spare-coat/core/ground/shape/shape';
import { Api } from '../shared/api';
import { saveFile } from '../shared/saveFile';
import { SurveyIntake } from '../shared/surveyIntake';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { FileButton } from '../shared/fileButton';

const POLICY_HELP: Readonly<Record<CarryPolicy, string>> = {
  'share of height': 'A length keeps its share of the screen height.',
  'same physical size': 'A length keeps its size in inches; both diagonals have to be known.',
  'same pixels': 'A length keeps its number of pixels.',
};
const POLICY_LABELS: Readonly<Record<CarryPolicy, string>> = {
  'share of height': 'As a share of the height',
  'same physical size': 'As the same physical size',
  'same pixels': 'As the same pixels',
};
const DISPLAY_FIELDS = {
  width: {
    label: 'Width, px',
    least: 320,
    most: 16_384,
    whole: true,
    step: 1,
  },
  height: {
    label: 'Height, px',
    least: 200,
    most: 16_384,
    whole: true,
    step: 1,
  },
  scale: {
    label: 'Scale',
    least: 0.5,
    most: 4,
    whole: false,
    step: 0.05,
  },
  inches: {
    label: 'Inches',
    least: 3,
    most: 200,
    whole: false,
    step: 0.1,
  },
} as const;

const NEW_DISPLAY = { width: 1920, height: 1080, scale: 1, inches: null };

/** The stage where the desktop to be dressed is chosen and its display described. */
@Component({
  selector: 'coat-host',
  imports: [
    FileButton,
    MatButton,
    MatFormField,
    MatIcon,
    MatOption,
    MatRadioButton,
    MatRadioGroup,
    MatSelect,
    MatTooltip,
    NextTurn,
    NumberField,
    RouterLink,
    StageLayout,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './host.html',
  styleUrl: './host.scss',
  hostDirectives: [DropFiles],
})
export class Host {
  protected readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  private readonly notices = inject(Notices);
  private readonly api = inject(Api);

  private readonly router = inject(Router);
  private readonly surveys = inject(SurveyIntake);

  private readonly read = loaded(
    () => true,
    () => this.api.profiles(),
  );
  protected readonly profiles = computed(() => this.read.value()?.profiles ?? null);
  protected readonly own = computed<ReadonlySet<string>>(() => new Set(this.read.value()?.own));
  protected readonly problem = this.read.problem;
  protected readonly policies = CARRY_POLICIES;
  protected readonly policyHelp = POLICY_HELP;
  protected readonly policyLabels = POLICY_LABELS;
  protected readonly displayFields = Object.entries(DISPLAY_FIELDS) as [
    keyof typeof DISPLAY_FIELDS,
    (typeof DISPLAY_FIELDS)['width'],
  ][];
  protected readonly coat = computed(() => coatOf(this.view.rows()));
  protected readonly displays = computed(() => ordered(this.view.rows().display));
  /** What is shown where no display was described yet. */
  protected readonly shown = computed<readonly (DisplayRow | null)[]>(() =>
    this.displays().length > 0 ? this.displays() : [null],
  );
  protected readonly newDisplay = NEW_DISPLAY;
  /** One length carried both ways, so that the policy is seen and not only told. */
  protected readonly example = computed(() => {
    const picture = this.view.picture() ?? this.view.pictures()[0];
    if (!picture) return null;
    const rows = this.view.rows();
    const row = Object.values(rows.trait).find(
      (t) => t.trait === 'thickness' && typeof t.target === 'number',
    );
    const element = row && rows.element[row.elementId];
    if (!element) return null;
    const display = displayOf(rows, element);
    const { factor, how } = carryOf(rows, element, row, picture.variantId);
    const told = row.target as number;
    const carried = told * factor;
    return `${element.name}: ${sayNumber(told)} px in the picture become ${sayNumber(carried)} px here, ${sayNumber(carried / display.scale)} units to type; ${how}.`;
  });

  private readonly bringing = new Task();

  constructor() {
    inject(DropFiles).dropped.subscribe((files) => void this.drop(files));
  }

  protected load(): void {
    this.read.again();
  }

  protected look(profile: HostProfile): void {
    void this.router.navigateByUrl(`${this.base()}/host/${profile.id}/view`);
  }
  protected edit(profile: HostProfile): void {
    void this.router.navigateByUrl(`${this.base()}/host/${profile.id}/edit`);
  }
  protected duplicate(profile: HostProfile): void {
    void this.router.navigateByUrl(`${this.base()}/host/${newId()}/edit?from=${profile.id}`);
  }
  private base(): string {
    return nth(this.router.url.split('/host'), 0);
  }
  protected exportJson(profile: HostProfile): void {
    saveFile(
      `${JSON.stringify(profile, null, 2)}\n`,
      `${profile.name} ${profile.version}.host.json`,
      'application/json',
    );
  }
  /** A profile is imported; anything else is read as a survey or a settings dump. */
  private async drop(files: readonly File[]): Promise<void> {
    const [first] = files;
    if (!first) return;
    if (files.length === 1 && /"family"\s*:/.test(await first.slice(0, 200_000).text())) {
      this.importJson(files);
      return;
    }
    await this.surveys.take(files);
    await this.router.navigateByUrl(`${this.base()}/host/now`);
  }

  /** Puts a profile from a file among one's own: the next revision of the one it is, or a new one. */
  protected importJson(files: Iterable<File>): void {
    const [file] = files;
    if (!file) return;
    const work = defer(() => from(file.text())).pipe(
      map((text): unknown => JSON.parse(text)),
      switchMap((raw) => {
        if (!isRecord(raw)) throw new SyntaxError();
        const known = this.profiles()?.find((p) => p.id === raw['id']);
        const mine = known !== undefined && this.own().has(known.id);
        const id = mine ? known.id : newId();
        return this.api.putProfile({ ...raw, id } as HostProfile, mine ? known.revision : 0, newId());
      }),
    );
    this.bringing.run(
      work,
      ({ profile: { name, version, revision } }) => {
        this.notices.say(`${name} ${version} is among your profiles, revision ${revision}.`);
        this.load();
      },
      (error: Error) =>
        this.notices.say(
          error instanceof SyntaxError
            ? `${file.name} is no host profile in JSON.`
            : `${file.name}: ${error.message}`,
        ),
    );
  }

  protected settingCount(profile: HostProfile): number {
    return settingsOf(profile).length;
  }

  protected surfaces(profile: HostProfile): string {
    const words = Object.entries(profile.surfaces).map(([what, n]) =>
      n === 0 ? `no ${what}` : n === 1 ? `one ${what}` : `${n} ${what}s`,
    );
    return words.join(', ');
  }

  protected choose(profile: HostProfile): void {
    this.store.send({
      type: 'coat.host',
      profileId: profile.id,
      profileRevision: profile.revision,
      channel: profile.channels[0]?.id ?? null,
    });
    if (this.displays().length === 0) this.store.send({ type: 'display.set', id: newId(), ...NEW_DISPLAY });
  }

  protected setChannel(profile: HostProfile, channel: string): void {
    this.store.send({ type: 'coat.host', profileId: profile.id, profileRevision: profile.revision, channel });
  }

  protected setDisplay(
    display: DisplayRow | null,
    field: keyof typeof DISPLAY_FIELDS,
    value: number | null,
  ): void {
    const { id, width, height, scale, inches } = display ?? { id: newId(), ...NEW_DISPLAY };
    this.store.send({ type: 'display.set', id, width, height, scale, inches, [field]: value });
  }

  protected addDisplay(): void {
    const [first] = this.displays();
    if (!first) this.store.send({ type: 'display.set', id: newId(), ...NEW_DISPLAY });
    this.store.send({ type: 'display.set', id: newId(), ...NEW_DISPLAY });
  }

  protected removeDisplay(id: string): void {
    this.store.send({ type: 'display.remove', id });
  }

  protected setPolicy(policy: CarryPolicy): void {
    this.store.send({ type: 'coat.policy', policy });
  }
}
