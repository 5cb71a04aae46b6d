import { firstValueFrom } from 'rxjs';
import { StageLayout } from '../shared/stageLayout';
import { MatIcon } from '@angular/material/icon';
import { FileButton } from '../shared/fileButton';
import { MatButton } from '@angular/material/button';
import { DocumentPage } from '../shared/document/documentPage';
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
import { check } from '../shared/document/editing';
import { Api, type ApiProblem } from '../shared/api';
import { newId } from '../shared/newId';
import { PROFILE_SECTIONS } from './profileSections';

interface Revision {
  readonly revision: number;
  readonly version: string;
  readonly at: string;
}

/** Describes one's own desktop: makes or changes a host profile, with live checking. */
@Component({
  selector: 'coat-profile-editor',
  imports: [DocumentEditor, FileButton, MatButton, MatIcon, StageLayout],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './profileEditor.html',
  styleUrl: '../shared/document/editorPage.scss',
})
export class ProfileEditor extends DocumentPage<HostProfile> {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  /** From the address: the profile's id, and which one it is a copy of. */
  readonly profile = input.required<string>();
  readonly from = input<string>();

  protected readonly sections = PROFILE_SECTIONS;
  protected readonly revisions = signal<readonly Revision[]>([]);
  protected readonly problems = computed(() => {
    const profile = this.draft.document();
    return [...(profile ? check(readProfile, profile) : []), ...this.formProblems()];
  });

  constructor() {
    super('profile', 'host profile');
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
      const { revisions } = await firstValueFrom(this.api.profileRevisions(id));
      return { ...(await firstValueFrom(this.api.profile(id, nth(revisions, 0).revision))), all: revisions };
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
      this.beginCopy(source.profile, id);
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }

  /** Brings what an older revision said back into the form; saving makes it the next revision. */
  protected async bringBack(revision: number): Promise<void> {
    try {
      const { profile } = await firstValueFrom(this.api.profile(this.profile(), revision));
      this.draft.change({ ...profile, revision: this.revision() });
    } catch (error) {
      this.notices.say((error as Error).message);
    }
  }

  protected override async put(profile: HostProfile): Promise<null> {
    const saved = await firstValueFrom(this.api.putProfile(profile, this.revision(), newId()));
    this.draft.settle();
    this.notices.say(
      `${saved.profile.name} is saved as revision ${saved.profile.revision}. Coats keep the one they were made with until you choose it anew.`,
    );
    return null;
  }
  protected override back(): Promise<boolean> {
    return this.router.navigateByUrl(`${this.router.url.split('/host')[0]}/host`);
  }
  protected override leftFor(): null {
    return null;
  }
  protected override fileName({ name, version }: HostProfile): string {
    return `${name} ${version}.host.json`;
  }
}
