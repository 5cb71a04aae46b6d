import { ChangeDetectionStrategy, Component, inject, output } from '@angular/core';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { Apart, type Proposal } from './apart';
import { WordReader } from './wordReader';

/** What was found on a picture by itself: each may be taken, corrected or dismissed. */
@Component({
  selector: 'coat-apart-panel',
  imports: [MatButton, MatCheckbox, MatIcon, MatIconButton, MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (apart.proposals(); as proposals) {
      <h2>Found on the picture</h2>
      @if (proposals.length === 0) {
        <p class="faint">
          No bar, dock or window was told apart. Draw a region over what you see; its edges are found then.
        </p>
        <button type="button" matButton (click)="apart.putAside()"><mat-icon svgIcon="x" />Put aside</button>
      } @else {
        <p class="faint">Marked ones become elements, measured where they were found.</p>
        <ol aria-label="Found on the picture">
          @for (p of proposals; track p.id; let i = $index) {
            <li (pointerenter)="hovered.emit(i)" (pointerleave)="hovered.emit(null)">
              <mat-checkbox
                [checked]="apart.marked().has(p.id)"
                (change)="apart.mark(p.id, $event.checked)"
                (focusin)="hovered.emit(i)"
                (focusout)="hovered.emit(null)"
                ><span class="n">{{ i + 1 }}</span> {{ p.name }}
                @if (p.words !== null) {
                  <q>{{ p.words }}</q>&ngsp;
                }
                <small class="faint">{{ say(p) }}</small>
              </mat-checkbox>
              <button
                type="button"
                matIconButton
                [attr.aria-label]="'Correct ' + p.name"
                matTooltip="Put its sides right by hand, then add it"
                (click)="correct(p)"
              >
                <mat-icon svgIcon="pencil" />
              </button>
              <button
                type="button"
                matIconButton
                [attr.aria-label]="'Dismiss ' + p.name"
                matTooltip="It is none"
                (click)="apart.dismiss(p.id); hovered.emit(null)"
              >
                <mat-icon svgIcon="x" />
              </button>
            </li>
          }
        </ol>
        <div class="acts">
          <button
            type="button"
            matButton="filled"
            [disabled]="apart.markedCount() === 0 || apart.taking()"
            (click)="apart.accept()"
          >
            <mat-icon svgIcon="check" />{{ apart.taking() ? 'Measuring …' : 'Add ' + apart.markedCount() }}
          </button>
          @if (apart.hasWords() || apart.reading()) {
            <button
              type="button"
              matButton="outlined"
              [disabled]="apart.reading()"
              matTooltip="What the clock shows gives its pattern, what a title says names its element"
              (click)="apart.readWords()"
            >
              <mat-icon svgIcon="scan-text" />{{
                !apart.reading()
                  ? 'Read the words'
                  : reader.fetching()
                    ? 'Fetching the reader …'
                    : 'Reading …'
              }}
            </button>
          }
          <button type="button" matButton (click)="apart.putAside()">
            <mat-icon svgIcon="x" />Put aside
          </button>
        </div>
      }
    }
  `,
  styles: `
    ol {
      list-style: none;
      margin: 8px 0 0;
      padding: 0;
    }
    li {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto auto;
      align-items: center;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
    .n {
      color: var(--mat-sys-on-surface-variant);
      margin-right: 2px;
    }
    q {
      white-space: pre-line;
    }
    small {
      display: block;
    }
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      margin-top: 12px;
    }
  `,
})
export class ApartPanel {
  protected readonly apart = inject(Apart);
  protected readonly reader = inject(WordReader);
  /** The one that is pointed at, by its place in the list. */
  readonly hovered = output<number | null>();
  /** To be put right by hand. */
  readonly corrected = output<Proposal>();

  protected correct(proposal: Proposal): void {
    this.apart.dismiss(proposal.id);
    this.hovered.emit(null);
    this.corrected.emit(proposal);
  }

  protected say({ what, rect, edge, count, sure, pattern }: Proposal): string {
    const upright = edge === 'left' || edge === 'right';
    const size =
      what === 'bar' || what === 'dock' || what === 'title'
        ? `${upright ? rect.width : rect.height} px thick`
        : what === 'buttons'
          ? `${count ?? 0} of them`
          : `${rect.width} × ${rect.height} px`;
    const shows = pattern === null ? '' : `${pattern.replaceAll('\n', ' / ')} · `;
    return `${shows}${size} · ${sure >= 0.9 ? 'sure' : sure >= 0.7 ? 'likely' : 'a guess'}`;
  }
}
