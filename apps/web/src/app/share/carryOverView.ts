import { Task, loaded } from '../shared/asking';
import { MatTableModule } from '@angular/material/table';
import { CellOf, byPlace } from '../shared/rows/tableOf';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import { Api } from '../shared/api';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { sayChange, sayClose } from '../shared/sayClose';
import { ShareNav } from './shareNav';

/** A finished coat on another host: what becomes of every match, old against new, before anything is made. */
@Component({
  selector: 'coat-carry-over-view',
  imports: [
    CellOf,
    MatButton,
    MatFormField,
    MatIcon,
    MatOption,
    MatSelect,
    MatTableModule,
    RouterLink,
    ShareNav,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="bench">
      <div class="bench-head">
        <h1>Carry over</h1>
        <coat-share-nav />
      </div>
      @if (origin(); as o) {
        <p class="said" [class.mind]="o.changes > 0">
          @if (o.isGone) {
            This coat was carried over from {{ o.name }}, which is not here any more.
          } @else {
            This coat was carried over from
            <a [routerLink]="['/coats', o.id, 'study']">{{ o.name }}</a>.
            {{
              o.changes === 0
                ? 'Its reference is the same here and there.'
                : 'Its reference changed since, in ' + o.changes + (o.changes === 1 ? ' place.' : ' places.')
            }}
            @if (o.changes > 0) {
              <button type="button" matButton="outlined" [disabled]="busy()" (click)="bringOver()">
                <mat-icon svgIcon="columns-2" /> Bring the changes over
              </button>
            }
          }
        </p>
      }
      <div class="ask">
        <span class="choice"
          >To
          <mat-form-field
            ><mat-select
              aria-label="Host to carry it to"
              (selectionChange)="choose($event.value)"
              [value]="host()?.id ?? ''"
            >
              <mat-option value="">choose a host</mat-option>
              @for (p of hosts(); track p.id) {
                <mat-option [value]="p.id">{{ p.name }} {{ p.version }}</mat-option>
              }
            </mat-select></mat-form-field
          ></span
        >
        @if (host(); as h) {
          <span class="choice"
            >with packages of
            <mat-form-field
              ><mat-select
                aria-label="Distribution whose packages are used"
                (selectionChange)="channel.set($event.value || null)"
                [value]="channel() ?? ''"
              >
                @for (c of h.channels; track c.id) {
                  <mat-option [value]="c.id">{{ c.name }}</mat-option>
                }
                <mat-option value="">none of these</mat-option>
              </mat-select></mat-form-field
            ></span
          >
        }
        @if (preview(); as p) {
          <strong>{{ say(p.before) }} % → {{ say(p.after) }} %</strong>
          <button type="button" matButton="filled" [disabled]="busy()" (click)="make()">
            <mat-icon svgIcon="plus" />Make the coat for {{ host()!.name }}
          </button>
        }
      </div>
      @if (problem(); as p) {
        <p class="said mind" role="alert">{{ p }}</p>
      }
      @if (preview(); as p) {
        <div class="scroll" tabindex="0" role="region" aria-label="What becomes of every match">
          <table mat-table [dataSource]="p.lines" [trackBy]="byPlace">
            <ng-container matColumnDef="element">
              <th mat-header-cell *matHeaderCellDef>Element</th>
              <td mat-cell *matCellDef="let line of p.lines" [attr.role]="'rowheader'">{{ line.name }}</td>
            </ng-container>
            <ng-container matColumnDef="what-becomes-of-it">
              <th mat-header-cell *matHeaderCellDef>What becomes of it</th>
              <td mat-cell *matCellDef="let line of p.lines">{{ line.how }}</td>
            </ng-container>
            <ng-container matColumnDef="now">
              <th mat-header-cell *matHeaderCellDef class="number">Now</th>
              <td mat-cell *matCellDef="let line of p.lines" class="number">{{ say(line.before) }}</td>
            </ng-container>
            <ng-container matColumnDef="then">
              <th mat-header-cell *matHeaderCellDef class="number">Then</th>
              <td mat-cell *matCellDef="let line of p.lines" class="number">{{ say(line.after) }}</td>
            </ng-container>
            <ng-container matColumnDef="change">
              <th mat-header-cell *matHeaderCellDef class="number">Change</th>
              <td mat-cell *matCellDef="let line of p.lines" class="number">
                {{ change(line.before, line.after) }}
              </td>
            </ng-container>
            <ng-container matColumnDef="why">
              <th mat-header-cell *matHeaderCellDef>Why</th>
              <td mat-cell *matCellDef="let line of p.lines">{{ line.reason }}</td>
            </ng-container>
            <tr
              mat-header-row
              *matHeaderRowDef="
                ['element', 'what-becomes-of-it', 'now', 'then', 'change', 'why'];
                sticky: true
              "
            ></tr>
            <tr
              mat-row
              *matRowDef="
                let line;
                columns: ['element', 'what-becomes-of-it', 'now', 'then', 'change', 'why']
              "
            ></tr>
          </table>
        </div>
        <p class="faint">
          This coat stays as it is. In the new one, Proposal works out the best for what is open; what was
          done here, surveys and pictures of this desktop stay here.
        </p>
      } @else if (host()) {
        <p class="faint" role="status">{{ problem() ? '' : 'Working it out …' }}</p>
      } @else {
        <p class="faint">
          Elements and targets come along as they are. Every match is carried over, settled anew, replaced,
          opened or turned into a gap, and you see why before anything is made.
        </p>
      }
    </section>
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
    .bench {
      display: flex;
      flex-direction: column;
      gap: 10px;
      height: 100%;
      overflow: auto;
    }
    .bench-head,
    .said {
      margin: 0;
    }
    .ask {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 12px 18px;
    }
    .ask strong {
      margin-left: auto;
    }
  `,
})
export class CarryOverView {
  protected readonly byPlace = byPlace;
  private readonly api = inject(Api);
  private readonly store = inject(CoatStore);
  private readonly view = inject(CoatView);
  private readonly notices = inject(Notices);
  private readonly router = inject(Router);
  protected readonly say = sayClose;
  protected readonly change = sayChange;

  private readonly profiles = loaded(
    () => true,
    () => this.api.profiles(),
  );
  protected readonly hosts = computed<readonly HostProfile[]>(() => {
    const now = this.view.coat();
    // The same host is another one under a newer version of its profile, or with the packages of another distribution.
    const isHere = (p: HostProfile) => p.id === now?.profileId && p.revision === now.profileRevision;
    return (this.profiles.value()?.profiles ?? []).filter((p) => !isHere(p) || p.channels.length > 1);
  });
  protected readonly host = signal<HostProfile | null>(null);
  protected readonly channel = signal<string | null>(null);
  private readonly asked = computed(() => {
    const [id, host, revision] = [this.store.id(), this.host(), this.store.revision()];
    return id && host ? { id, host, channel: this.channel(), revision } : undefined;
  });
  private readonly ported = loaded(this.asked, ({ id, host, channel }) =>
    this.api.previewPort(id, host, channel),
  );
  protected readonly preview = this.ported.value;
  private readonly from = loaded(
    () => {
      const [id, revision] = [this.store.id(), this.store.revision()];
      return id && revision > 0 ? { id, revision } : undefined;
    },
    ({ id }) => this.api.origin(id),
  );
  protected readonly origin = computed(() => this.from.value()?.origin ?? null);
  private readonly task = new Task();
  protected readonly busy = this.task.busy;
  protected readonly problem = computed(
    () => this.task.problem() ?? this.ported.problem() ?? this.profiles.problem(),
  );

  protected choose(id: string): void {
    const host = this.hosts().find((p) => p.id === id) ?? null;
    this.host.set(host);
    this.channel.set(host?.channels[0]?.id ?? null);
  }

  protected make(): void {
    const asked = this.asked();
    if (!asked) return;
    const id = newId();
    this.task.run(
      this.api.makeCarriedOver(asked.id, { id, commandId: newId() }, asked.host, asked.channel),
      () => void this.router.navigate(['/coats', id, 'propose']),
    );
  }

  protected bringOver(): void {
    const id = this.store.id();
    if (!id) return;
    this.task.run(
      this.api.bringReferenceOver(id, { commandId: newId(), revision: this.store.revision() }),
      () => this.notices.say('The changes of the reference were brought over. Undo takes them back.'),
    );
  }
}
