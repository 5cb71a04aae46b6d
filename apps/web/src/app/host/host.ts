import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { CARRY_POLICIES, coatOf, ordered, type CarryPolicy } from '@spare-coat/core/coat/rows';
import { Router, RouterLink } from '@angular/router';
import type { HostProfile } from '@spare-coat/core/host/profile';
import { settingsOf } from '@spare-coat/core/host/settings';
import { carryLength } from '@spare-coat/core/matching/carry';
import { sayNumber } from '@spare-coat/core/traits/say';
import { Api } from '../shared/api';
import { saveFile } from '../shared/saveFile';
import { SurveyIntake } from './surveyIntake';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';

const POLICY_HELP: Readonly<Record<CarryPolicy, string>> = {
  'share of height': 'A length keeps its share of the screen height.',
  'same pixels': 'A length keeps its number of pixels.',
};

const NEW_DISPLAY = { width: 1920, height: 1080, scale: 1, inches: null };

/** The stage where the desktop to be dressed is chosen and its display described. */
@Component({
  selector: 'coat-host',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './host.html',
  styleUrl: './host.scss',
  host: { '(dragover)': '$event.preventDefault()', '(drop)': 'drop($event)' },
})
export class Host {
  protected readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  private readonly notices = inject(Notices);
  private readonly api = inject(Api);

  private readonly router = inject(Router);
  private readonly surveys = inject(SurveyIntake);

  protected readonly profiles = signal<readonly HostProfile[] | null>(null);
  protected readonly own = signal<ReadonlySet<string>>(new Set());
  protected readonly problem = signal<string | null>(null);
  protected readonly policies = CARRY_POLICIES;
  protected readonly policyHelp = POLICY_HELP;
  protected readonly coat = computed(() => coatOf(this.view.rows()));
  protected readonly display = computed(() => ordered(this.view.rows().display)[0] ?? null);
  protected readonly shown = computed(() => this.display() ?? { id: null, ...NEW_DISPLAY });
  /** One length carried both ways, so that the policy is seen and not only told. */
  protected readonly example = computed(() => {
    const picture = this.view.picture() ?? this.view.pictures()[0];
    if (!picture) return null;
    const row = Object.values(this.view.rows().trait).find(
      (t) => t.trait === 'thickness' && typeof t.target === 'number',
    );
    if (!row) return null;
    const display = this.shown();
    const told = row.target as number;
    const carried = carryLength(told, this.coat().policy, {
      referenceHeight: picture.height,
      hostHeight: display.height,
      hostScale: display.scale,
    });
    const name = this.view.rows().element[row.elementId]?.name ?? '';
    return `${name}: ${sayNumber(told)} px on a picture ${picture.height} px high become ${sayNumber(carried)} px here, ${sayNumber(carried / display.scale)} units to type.`;
  });

  constructor() {
    void this.load();
  }

  protected async load(): Promise<void> {
    try {
      const { profiles, own } = await this.api.profiles();
      this.profiles.set(profiles);
      this.own.set(new Set(own));
      this.problem.set(null);
    } catch (error) {
      this.problem.set((error as Error).message);
    }
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
    return this.router.url.split('/host')[0]!;
  }
  protected exportJson(profile: HostProfile): void {
    saveFile(
      `${JSON.stringify(profile, null, 2)}\n`,
      `${profile.name} ${profile.version}.host.json`,
      'application/json',
    );
  }
  /** A profile is imported; anything else is read as a survey or a settings dump. */
  protected async drop(event: DragEvent): Promise<void> {
    event.preventDefault();
    const files = event.dataTransfer?.files;
    if (!files || files.length === 0) return;
    if (files.length === 1 && /"family"\s*:/.test(await files[0]!.slice(0, 200_000).text())) {
      await this.importJson(files);
      return;
    }
    await this.surveys.take(files);
    await this.router.navigateByUrl(`${this.base()}/host/now`);
  }

  /** Puts a profile from a file among one's own: the next revision of the one it is, or a new one. */
  protected async importJson(files: FileList | null): Promise<void> {
    const file = files?.[0];
    if (!file) return;
    try {
      const raw = JSON.parse(await file.text()) as HostProfile;
      const known = this.profiles()?.find((p) => p.id === raw.id);
      const mine = known !== undefined && this.own().has(known.id);
      const id = mine ? known.id : newId();
      const { profile } = await this.api.putProfile({ ...raw, id }, mine ? known.revision : 0, newId());
      this.notices.say(
        `${profile.name} ${profile.version} is among your profiles, revision ${profile.revision}.`,
      );
      await this.load();
    } catch (error) {
      this.notices.say(
        error instanceof SyntaxError
          ? `${file.name} is no JSON.`
          : `${file.name}: ${(error as Error).message}`,
      );
    }
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
    if (!this.display()) this.store.send({ type: 'display.set', id: newId(), ...NEW_DISPLAY });
  }

  protected setChannel(profile: HostProfile, channel: string): void {
    this.store.send({ type: 'coat.host', profileId: profile.id, profileRevision: profile.revision, channel });
  }

  protected setDisplay(field: 'width' | 'height' | 'scale', event: Event): void {
    const input = event.target as HTMLInputElement;
    const value = input.valueAsNumber;
    const now = this.shown();
    const [least, most] = { width: [320, 16384], height: [200, 16384], scale: [0.5, 4] }[field] as [
      number,
      number,
    ];
    if (
      !Number.isFinite(value) ||
      value < least ||
      value > most ||
      (field !== 'scale' && !Number.isInteger(value))
    ) {
      this.notices.say(
        field === 'scale'
          ? 'A scale is a number from 0.5 to 4.'
          : `A display is ${least} to ${most} whole pixels here.`,
      );
      input.value = String(now[field]);
      return;
    }
    const { width, height, scale, inches } = now;
    this.store.send({
      type: 'display.set',
      id: now.id ?? newId(),
      width,
      height,
      scale,
      inches,
      [field]: value,
    });
  }

  protected setPolicy(policy: CarryPolicy): void {
    this.store.send({ type: 'coat.policy', policy });
  }
}
