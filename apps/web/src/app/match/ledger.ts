import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { sayClose } from '../shared/sayClose';
import { StandingMark } from '../shared/standingMark';

/** The gap ledger: all that is open, near, stand-in or gap, by what it costs. */
@Component({
  selector: 'coat-ledger',
  imports: [StandingMark, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="bench scroll">
      <div class="bench-head">
        <h1>Gap ledger</h1>
        <span class="faint">What is not matched, dearest first: weight times what is missing</span>
        <a class="push" routerLink="../match" queryParamsHandling="preserve">Back to Match</a>
      </div>
      @if (view.ledger().length > 0) {
        <table>
          <caption class="sr-only">
            Gap ledger
          </caption>
          <thead>
            <tr>
              <th scope="col">Element</th>
              <th scope="col">Standing</th>
              <th scope="col" class="number">Closeness</th>
              <th scope="col" class="number">Weight</th>
              <th scope="col" class="number">Costs</th>
              <th scope="col">Why</th>
              <th scope="col">Note</th>
            </tr>
          </thead>
          <tbody>
            @for (line of view.ledger(); track line.state.element.id) {
              <tr>
                <th scope="row">
                  <a
                    routerLink="../match"
                    [queryParams]="{ e: line.state.element.id }"
                    queryParamsHandling="merge"
                    >{{ line.state.element.name }}</a
                  >
                </th>
                <td><coat-standing-mark [standing]="line.standing" [words]="true" /></td>
                <td class="number">{{ say(line.state.closeness) }} %</td>
                <td class="number">{{ line.state.element.weight }}</td>
                <td class="number">
                  <strong>{{ line.loss.toFixed(2) }}</strong>
                </td>
                <td class="why">
                  @if (line.said) {
                    <p>{{ line.said }}</p>
                  }
                  @for (reason of line.reasons; track reason) {
                    <p class="faint">{{ reason }}</p>
                  }
                </td>
                <td>
                  <textarea
                    rows="1"
                    maxlength="10000"
                    [attr.aria-label]="'Note on ' + line.state.element.name"
                    [value]="line.note"
                    (change)="note(line.state.element.id, $any($event.target).value)"
                  ></textarea>
                </td>
              </tr>
            }
          </tbody>
        </table>
      } @else {
        <div class="empty">
          <h2>Nothing is missing</h2>
          <p>
            {{
              view.spine().length === 0
                ? 'There is no element yet.'
                : 'Every element is matched or left alone.'
            }}
          </p>
        </div>
      }
    </section>
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
    .bench {
      height: 100%;
    }
    table {
      width: 100%;
      border-collapse: collapse;
      background: var(--paper);
    }
    th,
    td {
      padding: 7px 10px;
      border-bottom: 1px solid var(--line);
      text-align: left;
      vertical-align: top;
    }
    thead th {
      font-weight: 400;
      font-size: 13px;
      color: var(--ink-2);
      background: var(--ground);
    }
    .number {
      text-align: right;
      white-space: nowrap;
    }
    .why {
      min-width: 220px;
      overflow-wrap: anywhere;
    }
    .why .faint {
      font-size: 13px;
    }
    textarea {
      width: 100%;
      min-width: 140px;
      resize: vertical;
      border-color: var(--line);
    }
  `,
})
export class Ledger {
  protected readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  protected readonly say = sayClose;

  protected note(elementId: string, note: string): void {
    this.store.send({
      type: 'match.note',
      elementId,
      matchId: this.view.matchOf(elementId)?.id ?? newId(),
      note,
    });
  }
}
