import { nth } from '@spare-coat/core/ground/checked';
import { likeliestKind } from '@spare-coat/core/model/kinds/likely';
import { STATES } from '@spare-coat/core/model/traits/state';
import {
  ChangeDetectionStrategy,
  Component,
  afterNextRender,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { type ElementRow } from '@spare-coat/core/model/coat/rows';
import type { BarItem } from '@spare-coat/core/measuring/picture/readBar';
import type { RegionReading } from '@spare-coat/core/measuring/picture/readRegion';
import { KIND_GROUPS } from '@spare-coat/core/model/kinds/kind';
import { measuredTraits } from '@spare-coat/core/model/kinds/measure';
import { sayNumber, spellValue } from '@spare-coat/core/model/traits/say';
import type { NearFace } from '@spare-coat/core/measuring/type/nearestFaces';
import { CoatView } from '../shared/coatView';
import { Copied } from './copied';
import { CutPanel } from './cutPanel';
import { ItemsPanel } from './itemsPanel';
import { Measuring } from './measuring';
import { OpacityPanel } from './opacityPanel';
import { TypePanel } from './typePanel';

const TABS = [
  { id: 'reading', label: 'Edges' },
  { id: 'items', label: 'Items' },
  { id: 'type', label: 'Type' },
  { id: 'opacity', label: 'Opacity' },
  { id: 'cut', label: 'Cut out' },
] as const;
type TabId = (typeof TABS)[number]['id'];

/** What a drawn region says of itself, and what to make of it. */
@Component({
  selector: 'coat-region-details',
  imports: [Copied, CutPanel, ItemsPanel, OpacityPanel, TypePanel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <h2>Region</h2>
      <label class="state">
        <span class="faint">shows it</span>
        <select
          aria-label="State that the picture shows"
          (change)="measuring.state.set($any($event.target).value || null)"
        >
          <option value="" [selected]="measuring.state() === null">at rest</option>
          @for (state of states; track state) {
            <option [value]="state" [selected]="state === measuring.state()">{{ state }}</option>
          }
        </select>
      </label>
    </div>
    <div class="parts" role="tablist" aria-label="What is read">
      @for (t of tabs; track t.id) {
        <button
          type="button"
          role="tab"
          [id]="'tab-' + t.id"
          aria-controls="reading"
          [attr.aria-selected]="t.id === tab()"
          [attr.tabindex]="t.id === tab() ? 0 : -1"
          (click)="tab.set(t.id)"
          (keydown)="turn($event)"
        >
          {{ t.label }}
        </button>
      }
    </div>
    <div id="reading" role="tabpanel" [attr.aria-labelledby]="'tab-' + tab()">
      @switch (tab()) {
        @case ('items') {
          <coat-items-panel
            [told]="measuring.bar()"
            (hovered)="itemHovered.emit($event)"
            (make)="make.emit($event)"
          />
        }
        @case ('type') {
          <coat-type-panel [told]="measuring.text()" [forType]="forType()" (take)="takeFace.emit($event)" />
        }
        @case ('opacity') {
          <coat-opacity-panel [told]="measuring.bar()" />
        }
        @case ('cut') {
          <coat-cut-panel [rect]="reading().rect" [selected]="selected()" />
        }
        @default {
          <table>
            <caption class="sr-only">
              Read off the pixels
            </caption>
            <tbody>
              <tr>
                <th scope="row">Place</th>
                <td class="number">{{ reading().rect.x }}, {{ reading().rect.y }}</td>
              </tr>
              <tr>
                <th scope="row">Size</th>
                <td class="number">{{ reading().width }} × {{ reading().height }} px</td>
              </tr>
              <tr>
                <th scope="row">Of the screen height</th>
                <td class="number">{{ num(reading().heightShare) }} %</td>
              </tr>
              <tr>
                <th scope="row">Edge</th>
                <td class="number">{{ reading().edge ?? 'none' }}</td>
              </tr>
              @if (reading().edge) {
                <tr>
                  <th scope="row">Thickness</th>
                  <td class="number">{{ reading().thickness }} px</td>
                </tr>
                <tr>
                  <th scope="row">Of that edge</th>
                  <td class="number">{{ num(reading().edgeShare) }} %</td>
                </tr>
              }
              <tr>
                <th scope="row">Settled sides</th>
                <td class="number">{{ settled() }}</td>
              </tr>
            </tbody>
          </table>
          @if (measuring.ink(); as ink) {
            @if (ink.ok) {
              <p class="ink" title="Drawing and its ground, told apart, with their contrast">
                <span class="swatch" [style.background]="ink.value.ink"></span
                ><coat-copied [text]="ink.value.ink" />
                <span class="faint">on</span>
                <span class="swatch" [style.background]="ink.value.ground"></span
                ><coat-copied [text]="ink.value.ground" />
                <span class="push"></span>
                @if (ink.value.contrast.ok) {
                  <span class="number">{{ ink.value.contrast.value.toFixed(2) }} : 1</span>
                } @else {
                  <span class="faint" [title]="ink.value.contrast.sentence">too thin</span>
                }
              </p>
            }
          }
          <ul class="colours" aria-label="Dominant colours">
            @for (c of reading().colours; track c.hex) {
              <li>
                <span class="swatch" [style.background]="c.hex"></span><coat-copied [text]="c.hex" /><span
                  class="faint number"
                  >{{ num(c.share * 100) }} %</span
                >
              </li>
            }
          </ul>
        }
      }
    </div>
    <form (submit)="$event.preventDefault(); add.emit({ kind: kind(), name: name().trim() || label() })">
      <label class="field"
        ><span>What is it?</span>
        <select name="kind" (change)="kind.set($any($event.target).value); name.set('')">
          @for (group of groups(); track group.group) {
            <optgroup [label]="group.group">
              @for (k of group.kinds; track k.id) {
                <option [value]="k.id" [selected]="k.id === kind()">{{ k.label }}</option>
              }
            </optgroup>
          }
        </select>
      </label>
      <p class="faint help">{{ help() }}</p>
      <label class="field"
        ><span>Name</span>
        <input
          name="name"
          maxlength="200"
          autocomplete="off"
          [placeholder]="label()"
          [value]="name()"
          (input)="name.set($any($event.target).value)"
        />
      </label>
      <p class="reads">
        Reads
        @for (t of traits(); track t.label; let last = $last) {
          <span [title]="t.value">{{ t.label.toLowerCase() }}</span>{{ last ? '.' : ', ' }}
        } @empty {
          nothing by itself; its traits are typed.
        }
      </p>
      <div class="doings">
        <button type="submit" class="button first">Add element</button>
        @if (selected(); as s) {
          <button type="button" class="button" (click)="again.emit(s.id)">Measure {{ s.name }} here</button>
        }
        <button type="button" class="quiet" (click)="forget.emit()">Forget it</button>
      </div>
    </form>
    @if (ms(); as m) {
      <p class="faint ms">Read in {{ num(m) }} ms</p>
    }
  `,
  styles: `
    table {
      width: 100%;
      border-collapse: collapse;
      margin: 6px 0 10px;
    }
    th {
      text-align: left;
      font-weight: 400;
      color: var(--ink-2);
    }
    th,
    td {
      padding: 4px 0;
      border-bottom: 1px solid var(--line);
    }
    .head {
      display: flex;
      align-items: baseline;
      justify-content: space-between;
      margin-bottom: 6px;
    }
    .state {
      font-size: 13px;
      select {
        width: auto;
        margin-left: 6px;
        padding: 1px 4px;
      }
    }
    .parts {
      display: flex;
      border-bottom: 1px solid var(--line-strong);
      margin-bottom: 8px;
      button {
        flex: 1;
        padding: 4px 2px;
        border: 0;
        border-bottom: 3px solid transparent;
        background: none;
        font-size: 13px;
        cursor: pointer;
      }
      button[aria-selected='true'] {
        border-bottom-color: var(--accent);
        font-weight: 650;
      }
    }
    form {
      margin-top: 14px;
      padding-top: 10px;
      border-top: 1px solid var(--line-strong);
    }
    .ink {
      display: flex;
      align-items: center;
      gap: 5px;
      margin: 0 0 8px;
    }
    .push {
      flex: 1;
    }
    .colours {
      list-style: none;
      margin: 0 0 14px;
      padding: 0;
      display: grid;
      gap: 3px;
    }
    li {
      display: grid;
      grid-template-columns: 20px 1fr auto;
      align-items: center;
    }
    .swatch {
      width: 14px;
      height: 14px;
    }
    .field select,
    .field input {
      width: 100%;
    }
    .help,
    .reads {
      font-size: 13px;
      margin: -4px 0 10px;
    }
    .doings {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    .ms {
      margin-top: 14px;
      font-size: 12.5px;
    }
  `,
})
export class RegionDetails {
  readonly reading = input.required<RegionReading>();
  readonly ms = input<number | null>(null);
  readonly selected = input<ElementRow | null>(null);
  readonly add = output<{ kind: string; name: string }>();
  readonly again = output<string>();
  readonly forget = output();
  readonly itemHovered = output<number | null>();
  readonly make = output<{ item: BarItem; kind: string; name: string }>();
  readonly takeFace = output<NearFace>();
  protected readonly measuring = inject(Measuring);
  private readonly view = inject(CoatView);
  protected readonly tabs = TABS;
  protected readonly tab = signal<TabId>('reading');
  protected readonly states = STATES;
  protected readonly forType = computed(() =>
    (this.view.book().find(this.selected()?.kind ?? '')?.traits ?? []).some((t) => t.id === 'xHeight'),
  );

  protected readonly kind = signal('bar');
  protected readonly name = signal('');
  protected readonly num = sayNumber;
  /** The long list comes a moment after what was read, so that neither keeps the page for long. */
  private readonly wholeList = signal(false);
  protected readonly groups = computed(() =>
    KIND_GROUPS.map((group) => ({
      group,
      kinds: this.view
        .book()
        .kinds.filter((k) => k.group === group && (this.wholeList() || k.id === this.kind())),
    })).filter((g) => g.kinds.length > 0),
  );
  private readonly spec = computed(() => this.view.book().find(this.kind()));
  protected readonly label = computed(() => this.spec()?.label ?? '');
  protected readonly help = computed(() => this.spec()?.help ?? '');
  protected readonly settled = computed(() => {
    const sides = Object.entries(this.reading().found)
      .filter(([, on]) => on)
      .map(([side]) => side);
    return sides.length === 4 ? 'all four' : sides.length === 0 ? 'none, as drawn' : sides.join(', ');
  });
  protected readonly traits = computed(() => {
    const readings = this.measuring.readings();
    const spec = this.spec();
    if (!readings || !spec) return [];
    return [...measuredTraits(spec, readings)].map(([id, value]) => {
      const { label, type } = spec.traits.find((t) => t.id === id)!;
      return { label, value: spellValue(type, value) };
    });
  });
  private guessed = false;

  constructor() {
    afterNextRender(() => setTimeout(() => this.wholeList.set(true)));
    effect(() => {
      const reading = this.reading();
      if (this.guessed) return;
      // Guessed once for a drawn region; nudging it does not take back what was chosen.
      this.guessed = true;
      this.kind.set(likeliestKind(reading));
    });
  }

  /** Arrow keys go through the tabs, as in any list of tabs. */
  protected turn(event: KeyboardEvent): void {
    const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (by === 0) return;
    const at = TABS.findIndex((t) => t.id === this.tab());
    const next = nth(TABS, (at + by + TABS.length) % TABS.length).id;
    this.tab.set(next);
    event.preventDefault();
    event.stopPropagation();
    document.getElementById(`tab-${next}`)?.focus();
  }
}
