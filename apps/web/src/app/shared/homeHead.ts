import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { MatToolbar } from '@angular/material/toolbar';
import { BrandMark } from './brandMark';
import { RoomLight, type Room } from './room';

/** The top line of the pages that belong to no coat: where one is, the other pages, the room, and what can be done here. */
@Component({
  selector: 'coat-home-head',
  imports: [BrandMark, MatFormField, MatOption, MatSelect, MatToolbar, RouterLink, RouterLinkActive],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header>
      <mat-toolbar>
        <coat-brand-mark />
        <h1>{{ title() }}</h1>
        <nav aria-label="Pages">
          @for (page of pages; track page.path) {
            <a
              [routerLink]="page.path"
              routerLinkActive="here"
              [routerLinkActiveOptions]="{ exact: page.path === '/' }"
              ariaCurrentWhenActive="page"
              >{{ page.label }}</a
            >
          }
        </nav>
        <span class="choice room"
          ><span class="faint">Room</span>
          <mat-form-field
            ><mat-select aria-label="Room" (selectionChange)="room.set($event.value)" [value]="room.room()">
              @for (r of rooms; track r) {
                <mat-option [value]="r">{{ r }}</mat-option>
              }
            </mat-select></mat-form-field
          >
        </span>
        <ng-content />
      </mat-toolbar>
    </header>
  `,
  styles: `
    mat-toolbar {
      gap: 12px;
      min-height: 51px;
      padding: 10px 22px;
      border-bottom: 1px solid var(--mat-sys-outline-variant);
    }
    h1 {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    nav {
      display: flex;
      gap: 4px;
      margin-left: 14px;
    }
    a {
      padding: 3px 9px;
      color: var(--mat-sys-on-surface-variant);
      text-decoration: none;
      border-bottom: 2px solid transparent;
      white-space: nowrap;
    }
    a:hover {
      color: var(--mat-sys-on-surface);
    }
    a.here {
      color: var(--mat-sys-on-surface);
      font-weight: 650;
      border-color: var(--mat-sys-primary);
    }
    @media (max-width: 900px) {
      mat-toolbar {
        flex-wrap: wrap;
        height: auto;
        padding: 8px 14px;
      }
      nav {
        margin-left: 0;
      }
    }
    .room {
      display: flex;
      align-items: center;
      gap: 6px;
      margin-left: auto;
    }
  `,
})
export class HomeHead {
  protected readonly room = inject(RoomLight);
  readonly title = input.required<string>();
  protected readonly rooms: readonly Room[] = ['system', 'light', 'dark'];
  protected readonly pages = [
    { path: '/', label: 'Coats' },
    { path: '/rack', label: 'Rack' },
    { path: '/bring-in', label: 'Bring in' },
  ];
}
