import { catchError, map, of, switchMap, tap, throwError, type Observable } from 'rxjs';
import { StageLayout } from '../shared/stageLayout';
import { MatIcon } from '@angular/material/icon';
import { FileButton } from '../shared/fileButton';
import { MatButton } from '@angular/material/button';
import { DocumentPage } from '../shared/document/documentPage';
import { nth } from '@spare-coat/core/ground/checked';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router } from '@angular/router';
import { readProfile, type HostProfile } from '@spare-coat/core/model/host/profile';
import { DocumentEditor } from '../shared/document/documentEditor';
import { check } from '../shared/document/editing';
import { Api, type ApiProblem } from '../shared/api';
import { Task, loaded } from '../shared/asking';
import { newId } from '../shared/newId';
import { PROFILE_SECTIONS } from './profileSections';

interface Revision {
  readonly revision: number;
  readonly version: string;
  readonly at: string;
}

interface Known {
  readonly profile: HostProfile;
  readonly shipped: boolean;
  readonly all: readonly Revision[];
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

  private readonly opened = loaded(
    () => ({ id: this.profile(), from: this.from() }),
    ({ id, from }) => this.newest(from ?? id).pipe(map((known) => ({ known, id, isCopy: Boolean(from) }))),
  );
  private readonly bringing = new Task();

  constructor() {
    super('profile', 'host profile');
    this.beginWith(this.opened, ({ known, id, isCopy }) => {
      if (!known) {
        this.problem.set('There is no such host profile.');
      } else if (isCopy) {
        this.beginCopy(known.profile, id);
      } else if (known.shipped) {
        this.problem.set('A profile that ships cannot be changed. Duplicate it and change the copy.');
      } else {
        this.revision.set(known.profile.revision);
        this.revisions.set(known.all);
        this.draft.begin(known.profile);
      }
    });
  }

  /** A profile's newest revision, and which there are; null: there is no such profile. */
  private newest(id: string): Observable<Known | null> {
    return this.api.profileRevisions(id).pipe(
      switchMap(({ revisions }) =>
        this.api
          .profile(id, nth(revisions, 0).revision)
          .pipe(map(({ profile, shipped }) => ({ profile, shipped, all: revisions }))),
      ),
      catchError((error: ApiProblem) => (error.status === 404 ? of(null) : throwError(() => error))),
    );
  }

  /** Brings what an older revision said back into the form; saving makes it the next revision. */
  protected bringBack(revision: number): void {
    this.bringing.run(
      this.api.profile(this.profile(), revision),
      ({ profile }) => this.draft.change({ ...profile, revision: this.revision() }),
      ({ message }) => this.notices.say(message),
    );
  }

  protected override put(profile: HostProfile): Observable<null> {
    return this.api.putProfile(profile, this.revision(), newId()).pipe(
      tap(({ profile: { name, revision } }) => {
        this.draft.settle();
        this.notices.say(
          `${name} is saved as revision ${revision}. Coats keep the one they were made with until you choose it anew.`,
        );
      }),
      map(() => null),
    );
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
