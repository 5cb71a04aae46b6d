import { NumberField } from './forms/numberField';
import { ColourField } from './colourField';
import { MatInput } from '@angular/material/input';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton } from '@angular/material/button';
import { ZONES, type Zone } from '@spare-coat/core/measuring/picture/zone';
import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { standardIconNames } from '@spare-coat/core/measuring/standards/iconNames';
import { type TraitSpec, specProblem } from '@spare-coat/core/model/kinds/kind';
import { PALETTE_ROLES } from '@spare-coat/core/model/kinds/measure';
import {
  NO_ITEMS,
  type FaceValue,
  type IconNames,
  type Order,
  type Palette,
  type PictureValue,
  type Place,
  type Shadow,
  type TraitValue,
} from '@spare-coat/core/model/traits/value';
import { FaceEditor } from './faceEditor';
import { OrderEditor } from './orderEditor';

const NO_SHADOW: Shadow = { x: 0, y: 0, blur: 0, colour: '#000000', opacity: 50 };
const SHADOW_PARTS = [
  { id: 'x', label: 'right', least: null, most: null },
  { id: 'y', label: 'down', least: null, most: null },
  { id: 'blur', label: 'blur', least: 0, most: null },
  { id: 'opacity', label: '%', least: 0, most: 100 },
] as const;

const UNITS: Partial<Record<TraitSpec['type'], string>> = { length: 'px', duration: 'ms', share: '%' };

/** Types a value of any trait. What is not right is said at once and nothing is changed until it is. */
@Component({
  selector: 'coat-trait-editor',
  imports: [
    ColourField,
    FaceEditor,
    MatButton,
    MatFormField,
    MatIcon,
    MatInput,
    MatOption,
    MatSelect,
    MatTooltip,
    NumberField,
    OrderEditor,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @switch (spec().type) {
      @case ('choice') {
        <mat-form-field
          ><mat-select [aria-label]="name()" (selectionChange)="set($event.value)" [value]="value() ?? ''">
            <mat-option value="" disabled>not told</mat-option>
            @for (choice of spec().choices; track choice) {
              <mat-option [value]="choice">{{ choice }}</mat-option>
            }
          </mat-select></mat-form-field
        >
      }
      @case ('flag') {
        <mat-form-field
          ><mat-select
            [aria-label]="name()"
            placeholder="not told"
            [value]="value()"
            (selectionChange)="set($event.value)"
          >
            <mat-option [value]="true">yes</mat-option>
            <mat-option [value]="false">no</mat-option>
          </mat-select></mat-form-field
        >
      }
      @case ('colour') {
        <coat-colour-field
          [name]="name()"
          [value]="colour()"
          [wrong]="problem() !== null"
          (changed)="set($event)"
        />
      }
      @case ('palette') {
        <span class="row wrap">
          @for (role of roles(); track role) {
            <input
              type="color"
              [matTooltip]="role"
              [attr.aria-label]="name() + ', ' + role"
              [value]="palette()[role] ?? '#808080'"
              (change)="setRole(role, text($event))"
            />
          }
        </span>
      }
      @case ('order') {
        <coat-order-editor
          [order]="order()"
          [items]="spec().items ?? []"
          [of]="name()"
          (changed)="set($event)"
        />
      }
      @case ('place') {
        <span class="row">
          <mat-form-field
            ><mat-select
              [aria-label]="name() + ', zone'"
              (selectionChange)="setPlace({ zone: zoneOf($event.value) })"
              [value]="place().zone"
            >
              @for (zone of zones; track zone) {
                <mat-option [value]="zone">{{ zone }}</mat-option>
              }
            </mat-select></mat-form-field
          >
          <coat-number-field
            unit="%"
            [name]="name() + ', offset'"
            [least]="0"
            [most]="100"
            [step]="0.5"
            [value]="place().offset"
            (given)="setPlace({ offset: $event })"
          />
        </span>
      }
      @case ('format') {
        <mat-form-field>
          <textarea
            matInput
            class="mono"
            rows="2"
            [attr.aria-label]="name()"
            [attr.aria-invalid]="problem() !== null"
            [value]="value() ?? ''"
            placeholder="HH:mm"
            (change)="set(text($event))"
          ></textarea>
        </mat-form-field>
      }
      @case ('key') {
        <mat-form-field
          ><input
            matInput
            class="mono"
            [attr.aria-label]="name()"
            [attr.aria-invalid]="problem() !== null"
            [value]="value() ?? ''"
            placeholder="press it here"
            (keydown)="pressKey($event)"
            (change)="set(text($event).trim())"
        /></mat-form-field>
      }
      @case ('shadow') {
        <span class="row wrap">
          @for (part of shadowParts; track part.id) {
            <label class="part">
              <span class="faint">{{ part.label }}</span>
              <coat-number-field
                [name]="name() + ', ' + part.label"
                [least]="part.least"
                [most]="part.most"
                [value]="shadow()[part.id]"
                (given)="setShadow(part.id, $event)"
              />
            </label>
          }
          <input
            type="color"
            [attr.aria-label]="name() + ', colour'"
            [value]="shadow().colour"
            (change)="setShadow('colour', text($event))"
          />
        </span>
      }
      @case ('picture') {
        @if (picture(); as p) {
          <span class="thumb"><img [src]="'/api/blobs/' + p.blob" [alt]="name()" /></span>
          <span class="faint">{{ p.width }} × {{ p.height }} px</span>
        } @else {
          <span class="faint">Cut it out of a picture</span>
        }
      }
      @case ('face') {
        <coat-face-editor [face]="face()" [name]="name()" (changed)="set($event)" />
      }
      @case ('icons') {
        <mat-form-field>
          <textarea
            matInput
            class="mono"
            rows="2"
            [attr.aria-label]="name()"
            [attr.aria-invalid]="problem() !== null"
            [value]="iconNames()"
            placeholder="folder user-home"
            (change)="setNames(text($event))"
          ></textarea>
        </mat-form-field>
        <button type="button" matButton (click)="addStandardNames()">
          <mat-icon svgIcon="plus" />Add the standard names
        </button>
      }
      @case ('label') {
        <mat-form-field
          ><input
            matInput
            [attr.aria-label]="name()"
            [attr.aria-invalid]="problem() !== null"
            [value]="value() ?? ''"
            placeholder="not told"
            (change)="set(text($event).trim())"
        /></mat-form-field>
      }
      @default {
        <coat-number-field
          placeholder="not told"
          [name]="name()"
          [unit]="unit() ?? ''"
          [least]="0"
          [most]="spec().type === 'share' ? 100 : null"
          [wrong]="problem() !== null"
          [value]="numeric()"
          (given)="set($event)"
        />
      }
    }
    @if (problem(); as p) {
      <span class="alarm" role="alert">{{ p }}</span>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 3px;
      min-width: 0;
    }
    .row {
      display: flex;
      align-items: center;
      gap: 5px;
      min-width: 0;
    }
    mat-form-field {
      width: 100%;
      resize: vertical;
    }
    input[type='color'] {
      flex: none;
      width: 30px;
      height: 26px;
      padding: 2px;
    }
    .wrap {
      flex-wrap: wrap;
    }
    .part {
      display: grid;
      width: 52px;
      font-size: var(--mat-sys-label-medium-size);
    }
    .thumb {
      display: grid;
      place-items: center;
      width: 64px;
      height: 40px;
      padding: 3px;
      background: var(--coat-mid);
    }
    .thumb img {
      max-width: 100%;
      max-height: 34px;
    }
    .alarm {
      font-size: var(--mat-sys-label-medium-size);
    }
  `,
})
export class TraitEditor {
  readonly spec = input.required<TraitSpec>();
  readonly value = input.required<TraitValue | null>();
  /** Of what it is a value, for those who hear the name alone. */
  readonly of = input('');
  /** Unit shown after a number, where it is not the trait's own. */
  readonly unitWord = input<string | null>(null);
  readonly changed = output<TraitValue>();

  protected readonly problem = linkedSignal<unknown, string | null>({
    source: () => [this.value(), this.of()],
    computation: () => null,
  });
  protected readonly zones = ZONES;
  protected readonly shadowParts = SHADOW_PARTS;
  protected readonly roles = computed(() => this.spec().roles ?? PALETTE_ROLES);
  protected readonly name = computed(() =>
    this.of() ? `${this.spec().label} of ${this.of()}` : this.spec().label,
  );
  protected readonly unit = computed(() => this.unitWord() ?? UNITS[this.spec().type] ?? null);
  protected readonly colour = computed(() => (this.value() as string | null) ?? null);
  protected readonly numeric = computed(() => {
    const value = this.value();
    return typeof value === 'number' ? value : null;
  });
  protected readonly order = computed(() => (this.value() as Order | null) ?? NO_ITEMS);
  protected readonly palette = computed<Palette>(() => (this.value() as Palette | null) ?? {});
  protected readonly shadow = computed<Shadow>(() => (this.value() as Shadow | null) ?? NO_SHADOW);
  protected readonly picture = computed(() => this.value() as PictureValue | null);
  protected readonly face = computed(() => this.value() as FaceValue | null);
  protected readonly iconNames = computed(() =>
    Object.keys((this.value() as IconNames | null)?.names ?? {}).join(' '),
  );
  protected readonly place = computed<Place>(
    () => (this.value() as Place | null) ?? { zone: 'start', offset: 0 },
  );

  protected text(event: Event): string {
    return (event.target as HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement).value;
  }
  protected zoneOf(text: string): Zone {
    return text as Zone;
  }
  protected setRole(role: string, hex: string): void {
    this.set({ ...this.palette(), [role]: hex });
  }
  protected setPlace(part: Partial<Place>): void {
    this.set({ ...this.place(), ...part });
  }
  /** Names with blanks or commas between; those that were there keep their weight. */
  protected setNames(text: string): void {
    const before = (this.value() as IconNames | null)?.names ?? {};
    const names = text.split(/[\s,]+/).filter((n) => n !== '');
    this.set({ names: Object.fromEntries(names.map((n) => [n, before[n] ?? 1])) });
  }
  /** All names of the Icon Naming Specification beside those that stand there already. */
  protected addStandardNames(): void {
    const before = (this.value() as IconNames | null)?.names ?? {};
    this.set({ names: { ...Object.fromEntries(standardIconNames()), ...before } });
  }
  protected setShadow(part: keyof Shadow, value: number | string): void {
    this.set({ ...this.shadow(), [part]: value });
  }
  /** A key is told by pressing it; Tab and Escape stay what they are. */
  protected pressKey(event: KeyboardEvent): void {
    if (event.key === 'Tab' || event.key === 'Escape' || event.isComposing) return;
    event.preventDefault();
    event.stopPropagation();
    const held = [
      event.ctrlKey && 'Ctrl',
      event.altKey && 'Alt',
      event.shiftKey && 'Shift',
      event.metaKey && 'Super',
    ];
    const own = { Control: '', Alt: '', Shift: '', Meta: '', ' ': 'Space' }[event.key] ?? event.key;
    const name = [...held.filter(Boolean), own.length === 1 ? own.toUpperCase() : own]
      .filter(Boolean)
      .join('+');
    (event.target as HTMLInputElement).value = name;
    this.set(name);
  }
  protected set(value: TraitValue): void {
    const problem = specProblem(this.spec(), value);
    this.problem.set(problem);
    if (problem === null) this.changed.emit(value);
  }
}
