import { MatTabLink, MatTabNav, MatTabNavPanel } from '@angular/material/tabs';
import { offerDoings } from '../shared/doings';
import { MatIcon } from '@angular/material/icon';
import { Doing } from '../shared/doings';
import { FileButton } from '../shared/fileButton';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { MatMenu, MatMenuItem, MatMenuModule, MatMenuTrigger } from '@angular/material/menu';
import { RouterLink } from '@angular/router';
import type { PictureRow } from '@spare-coat/core/model/coat/rows';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { Notices } from '../shared/notices';
import { KindEditor } from './kindEditor';
import { OtherVariant } from './otherVariant';
import { PictureDialog } from './pictureDialog';
import { VariantsDialog } from './variantsDialog';

/** The pictures of the chosen variant, and what can be done with the one that is shown. */
@Component({
  selector: 'coat-picture-bar',
  imports: [
    Doing,
    FileButton,
    MatButton,
    MatIcon,
    MatMenu,
    MatMenuItem,
    MatMenuModule,
    MatMenuTrigger,
    MatTabLink,
    MatTabNav,
    MatTabNavPanel,
    MatTooltip,
    RouterLink,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nav mat-tab-nav-bar disablePagination mat-stretch-tabs="false" [tabPanel]="panel" aria-label="Pictures">
      @for (p of view.variantPictures(); track p.id) {
        <button
          type="button"
          mat-tab-link
          [active]="p.id === view.picture()?.id"
          [matTooltip]="p.name + ', ' + p.subject.toLowerCase()"
          (click)="view.choosePicture(p.id)"
        >
          <span class="name">{{ p.name }}</span>
        </button>
      }
    </nav>
    <mat-tab-nav-panel #panel />
    <coat-file-button
      label="Add"
      says="Add pictures"
      accept="image/png,image/jpeg"
      look="text"
      icon="image-plus"
      doing="add a picture"
      [multiple]="true"
      (chosen)="added.emit($event)"
    />
    <button
      type="button"
      matButton
      coatDoing="take apart"
      matTooltip="Bars, docks, windows, clock and launcher are found by themselves"
      (click)="apart.emit()"
    >
      <mat-icon svgIcon="ungroup" />Take apart
    </button>
    <a matButton routerLink="../traits" queryParamsHandling="preserve" matTooltip="Every target in one table"
      ><mat-icon svgIcon="table-2" />All traits</a
    >
    <button type="button" matButton [matMenuTriggerFor]="menu">
      Picture and coat <mat-icon iconPositionEnd svgIcon="chevron-down" />
    </button>
    <mat-menu #menu="matMenu">
      @if (view.picture(); as p) {
        <button mat-menu-item (click)="describe(p)">
          <mat-icon svgIcon="pencil" />Describe this picture
        </button>
        <button mat-menu-item (click)="field.click()">
          <mat-icon svgIcon="replace" />Replace its pixels
        </button>
        <button mat-menu-item (click)="remove(p)"><mat-icon svgIcon="trash-2" />Take it out</button>
      }
      @for (v of others(); track v.id) {
        <button mat-menu-item (click)="other.measure(v)">
          Measure {{ v.name.toLowerCase() }} the same way
        </button>
      }
      <button mat-menu-item (click)="variants()"><mat-icon svgIcon="sun-moon" />Variants</button>
      <button mat-menu-item (click)="ownKind()"><mat-icon svgIcon="plus" />A kind of your own</button>
      @for (k of ownKinds(); track k.id) {
        <button mat-menu-item (click)="ownKind(k.key)">Kind: {{ k.label }}</button>
      }
    </mat-menu>
    <input
      #field
      type="file"
      class="sr-only"
      tabindex="-1"
      aria-hidden="true"
      accept="image/png,image/jpeg"
      (change)="replaced($event)"
    />
  `,
  styles: `
    :host {
      display: flex;
      align-items: center;
      gap: 8px;
      min-width: 0;
    }
    nav {
      flex: 1;
      min-width: 0;
      overflow-x: auto;
      scrollbar-width: thin;
      border-bottom: 0;
    }
    .name {
      max-width: 190px;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    mat-tab-nav-panel {
      display: none;
    }
    .add {
      display: inline-flex;
      align-items: center;
    }
    .add:focus-within {
      outline: 2px solid var(--mat-sys-primary);
    }
    .mat-mdc-button {
      white-space: nowrap;
      text-decoration: none;
    }
  `,
})
export class PictureBar {
  protected readonly view = inject(CoatView);
  protected readonly other = inject(OtherVariant);
  private readonly store = inject(CoatStore);
  private readonly notices = inject(Notices);
  private readonly dialog = inject(MatDialog);
  readonly apart = output();
  readonly added = output<File[]>();
  readonly replace = output<{ file: File; picture: PictureRow }>();
  protected readonly others = computed(() =>
    this.view.variants().filter((v) => v.id !== this.view.variant()?.id),
  );
  protected readonly ownKinds = computed(() => Object.values(this.view.rows().kind));

  constructor() {
    offerDoings({
      'describe the picture': () => {
        const picture = this.view.picture();
        if (picture) this.describe(picture);
      },
    });
  }

  protected replaced(event: Event): void {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    const picture = this.view.picture();
    if (file && picture) this.replace.emit({ file, picture });
    field.value = '';
  }
  protected describe(picture: PictureRow): void {
    this.dialog.open(PictureDialog, { ariaLabel: 'Picture', data: picture.id });
  }
  protected variants(): void {
    this.dialog.open(VariantsDialog, { ariaLabel: 'Variants' });
  }
  protected ownKind(key: string | null = null): void {
    this.dialog.open(KindEditor, { ariaLabel: 'Kind', data: { key } });
  }
  protected remove(picture: PictureRow): void {
    if (this.store.send({ type: 'picture.remove', id: picture.id }))
      this.notices.say(`“${picture.name}” was taken out. Its numbers stay as typed ones.`, {
        label: 'Undo',
        run: () => this.store.answer('undo'),
      });
  }
}
