import { CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import { RowsInView } from '../shared/rows/rowsInView';
import { SearchField } from '../shared/forms/searchField';
import { map, switchMap } from 'rxjs';
import { loaded } from '../shared/asking';
import { StageLayout } from '../shared/stageLayout';
import { MatTableModule } from '@angular/material/table';
import { CellOf, byPlace } from '../shared/rows/tableOf';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { nth } from '@spare-coat/core/ground/checked';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Default } from '@spare-coat/core/model/host/profile';
import { settingsOf } from '@spare-coat/core/model/host/settings';
import { findKind } from '@spare-coat/core/model/kinds/registry';
import { sayValue } from '@spare-coat/core/model/traits/say';
import type { TraitType, TraitValue } from '@spare-coat/core/model/traits/value';
import { Api } from '../shared/api';

const AFTER = {
  none: 'at once',
  reload: 'a reload',
  reopen: 'reopening programs',
  session: 'a new session',
  restart: 'a restart',
} as const;

/** One host profile, to read: every setting with what it takes and where it is set, folders, routes, channels. */
@Component({
  selector: 'coat-profile-view',
  imports: [
    CdkVirtualScrollViewport,
    CellOf,
    MatButton,
    MatIcon,
    MatTableModule,
    RouterLink,
    RowsInView,
    SearchField,
    StageLayout,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './profileView.html',
  styleUrl: './profileView.scss',
})
export class ProfileView {
  protected readonly byPlace = byPlace;
  private readonly api = inject(Api);
  /** From the address. */
  readonly profile = input.required<string>();
  private readonly read = loaded(
    () => this.profile(),
    (id) =>
      this.api.profileRevisions(id).pipe(
        switchMap(({ revisions }) => this.api.profile(id, nth(revisions, 0).revision)),
        map(({ profile }) => profile),
      ),
  );
  protected readonly shown = this.read.value;
  protected readonly problem = this.read.problem;
  protected readonly words = signal('');

  protected readonly settings = computed(() => {
    const profile = this.shown();
    if (!profile) return [];
    const words = this.words().toLowerCase().split(/\s+/).filter(Boolean);
    return settingsOf(profile)
      .filter((l) => words.every((w) => `${l.key} ${l.label} ${l.place}`.toLowerCase().includes(w)))
      .map((l) => ({
        ...l,
        first: sayFirst(l.type, l.initial),
        after: AFTER[l.effect],
        kind: l.serves ? (findKind(l.serves.kind)?.label ?? '') : '',
      }));
  });
  protected readonly folders = computed(() => {
    const profile = this.shown();
    const sorts = new Set([
      ...Object.keys(profile?.folders ?? {}),
      ...Object.keys(profile?.systemFolders ?? {}),
    ]);
    return [...sorts].map((sort) => ({
      sort,
      own: profile?.folders[sort] ?? '–',
      system: profile?.systemFolders?.[sort]?.join(', ') ?? '–',
      list: profile?.lists?.[sort]?.place ?? '–',
    }));
  });
  protected readonly facts = computed(() => Object.entries(this.shown()?.facts ?? {}));
  protected readonly spoken = (template: readonly string[]) => template.join(' ');
}

/** A first value in words; where it differs by variant, each. */
function sayFirst(type: string, initial: Default | null): string {
  if (initial === null) return '–';
  const say = (value: TraitValue) =>
    ['number', 'text'].includes(type) ? String(value as string | number) : sayValue(type as TraitType, value);
  if (typeof initial === 'object' && 'byVariant' in initial)
    return Object.entries(initial.byVariant as Readonly<Record<string, TraitValue>>)
      .map(([variant, value]) => `${variant} ${say(value)}`)
      .join(', ');
  return say(initial);
}
