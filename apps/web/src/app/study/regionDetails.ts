import { ChangeDetectionStrategy, Component, computed, effect, input, output, signal } from '@angular/core';
import type { ElementRow } from '@spare-coat/core/coat/rows';
import type { RegionReading } from '@spare-coat/core/picture/readRegion';
import { KIND_GROUPS } from '@spare-coat/core/reference/kind';
import { findKind, KINDS } from '@spare-coat/core/reference/kinds/registry';
import { measuredTraits } from '@spare-coat/core/reference/measure';
import { sayNumber, spellValue } from '@spare-coat/core/traits/say';

/** The likeliest kind of what was drawn: only a first choice in a list. */
function guessKind(r: RegionReading): string {
  if (r.edge !== null && r.edgeShare > 60) return 'bar';
  if (r.edge !== null && r.edgeShare > 15 && r.margin > 0) return 'dock';
  const ratio = r.width / r.height;
  if (ratio > 8) return 'frame';
  if (ratio > 0.7 && ratio < 1.4) return r.heightShare > 12 ? 'wallpaper' : 'icon-set';
  return ratio >= 1.4 ? 'clock' : 'pointer';
}

/** What a drawn region says of itself, and what to make of it. */
@Component({
  selector: 'coat-region-details',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Region</h2>
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
    <ul class="colours" aria-label="Dominant colours">
      @for (c of reading().colours; track c.hex) {
        <li>
          <span class="swatch" [style.background]="c.hex"></span><code>{{ c.hex }}</code
          ><span class="faint number">{{ num(c.share * 100) }} %</span>
        </li>
      }
    </ul>
    <form (submit)="$event.preventDefault(); add.emit({ kind: kind(), name: name().trim() || label() })">
      <label class="field"
        ><span>What is it?</span>
        <select name="kind" (change)="kind.set($any($event.target).value); name.set('')">
          @for (group of groups; track group.group) {
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
    select,
    input {
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

  protected readonly kind = signal('bar');
  protected readonly name = signal('');
  protected readonly num = sayNumber;
  protected readonly groups = KIND_GROUPS.map((group) => ({
    group,
    kinds: KINDS.filter((k) => k.group === group),
  })).filter((g) => g.kinds.length > 0);
  protected readonly label = computed(() => findKind(this.kind())?.label ?? '');
  protected readonly help = computed(() => findKind(this.kind())?.help ?? '');
  protected readonly settled = computed(() => {
    const sides = Object.entries(this.reading().found)
      .filter(([, on]) => on)
      .map(([side]) => side);
    return sides.length === 4 ? 'all four' : sides.length === 0 ? 'none, as drawn' : sides.join(', ');
  });
  protected readonly traits = computed(() =>
    [...measuredTraits(this.kind(), this.reading())].map(([id, value]) => {
      const spec = findKind(this.kind())!.traits.find((t) => t.id === id)!;
      return { label: spec.label, value: spellValue(spec.type, value) };
    }),
  );
  private guessed = false;

  constructor() {
    effect(() => {
      const reading = this.reading();
      if (this.guessed) return;
      // Guessed once for a drawn region; nudging it does not take back what was chosen.
      this.guessed = true;
      this.kind.set(guessKind(reading));
    });
  }
}
