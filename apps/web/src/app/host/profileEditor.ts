import { nth } from '@spare-coat/core/ground/checked';
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
import { Router } from '@angular/router';
import { readProfile, type HostProfile } from '@spare-coat/core/model/host/profile';
import { DocumentEditor } from '../shared/document/documentEditor';
import { DocumentDraft, check } from '../shared/document/editing';
import type { Entry } from '../shared/document/rowsBox';
import { Api, type ApiProblem } from '../shared/api';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { saveFile } from '../shared/saveFile';
import { PROFILE_SECTIONS } from './profileSections';

interface Revision {
  readonly revision: number;
  readonly version: string;
  readonly at: string;
}

/** Describes one's own desktop: makes or changes a host profile, with live checking. */
@Component({
  selector: 'coat-profile-editor',
  imports: [DocumentEditor],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './profileEditor.html',
  styleUrl: '../shared/document/editorPage.scss',
})
export class ProfileEditor {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);
  /** From the address: the profile's id, and which one it is a copy of. */
  readonly profile = input.required<string>();
  readonly from = input<string>();

  protected readonly sections = PROFILE_SECTIONS;
  protected readonly draft = new DocumentDraft<HostProfile>('profile');
  private readonly revision = signal(0);
  protected readonly revisions = signal<readonly Revision[]>([]);
  protected readonly problem = signal<string | null>(null);
  protected readonly saving = signal(false);
  protected readonly isNew = computed(() => this.revision() === 0);
  protected readonly problems = computed(() => {
    const profile = this.draft.document();
    return profile ? check(readProfile, profile) : [];
  });

  constructor() {
    effect(() => {
      const id = this.profile();
      const from = this.from();
      void untracked(() => this.load(id, from));
    });
  }

  private async newest(
    id: string,
  ): Promise<{ profile: HostProfile; shipped: boolean; all: Revision[] } | null> {
    try {
      const { revisions } = await this.api.profileRevisions(id);
      return { ...(await this.api.profile(id, nth(revisions, 0).revision)), all: revisions };
    } catch (error) {
      if ((error as ApiProblem).status === 404) return null;
      throw error;
    }
  }

  private async load(id: string, from: string | undefined): Promise<void> {
    try {
      const known = from ? null : await this.newest(id);
      if (known?.shipped) {
        this.problem.set('A profile that ships cannot be changed. Duplicate it and change the copy.');
        return;
      }
      if (known) {
        this.revision.set(known.profile.revision);
        this.revisions.set(known.all);
        this.draft.begin(known.profile);
        return;
      }
      const source = from ? await this.newest(from) : null;
      if (!source) {
        this.problem.set('There is no such host profile.');
        return;
      }
      this.draft.begin({
        ...source.profile,
        id,
        revision: 1,
        name: `${source.profile.name}, copy`.slice(0, 200),
      });
      this.draft.changed.set(true);
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }

  protected change(document: Entry): void {
    this.draft.change(document as HostProfile);
  }

  /** Brings what an older revision said back into the form; saving makes it the next revision. */
  protected async bringBack(revision: number): Promise<void> {
    try {
      const { profile } = await this.api.profile(this.profile(), revision);
      this.draft.change({ ...profile, revision: this.revision() });
    } catch (error) {
      this.notices.say((error as Error).message);
    }
  }

  protected async save(): Promise<void> {
    const profile = this.draft.document();
    if (!profile || this.problems().length > 0) return;
    this.saving.set(true);
    try {
      const saved = await this.api.putProfile(profile, this.revision(), newId());
      this.draft.settle();
      this.notices.say(
        `${saved.profile.name} is saved as revision ${saved.profile.revision}. Coats keep the one they were made with until you choose it anew.`,
      );
      await this.back();
    } catch (error) {
      this.problem.set((error as Error).message);
    } finally {
      this.saving.set(false);
    }
  }

  protected async leave(): Promise<void> {
    if (
      this.draft.changed() &&
      !(await this.notices.ask({
        title: 'Leave without saving?',
        text: 'What you changed is not saved yet.',
        yes: 'Leave it',
        no: 'Go on editing',
      }))
    )
      return;
    this.draft.settle();
    await this.back();
  }

  private back(): Promise<boolean> {
    return this.router.navigateByUrl(`${this.router.url.split('/host')[0]}/host`);
  }

  protected exportJson(): void {
    const profile = this.draft.document();
    if (profile)
      saveFile(
        `${JSON.stringify(profile, null, 2)}\n`,
        `${profile.name} ${profile.version}.host.json`,
        'application/json',
      );
  }

  protected async importJson(files: FileList | null): Promise<void> {
    const file = files?.[0];
    const now = this.draft.document();
    if (!file || !now) return;
    try {
      const raw = JSON.parse(await file.text()) as HostProfile;
      if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) throw new Error('no object');
      this.change({ ...raw, id: now.id, revision: now.revision } as Entry);
    } catch {
      this.notices.say(`${file.name} is no host profile in JSON.`);
    }
  }
}
