import { NumberField } from '../../shared/forms/numberField';
import { ColourField } from '../../shared/colourField';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatError, MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import * as yup from 'yup';
import { carrierOf } from '@spare-coat/core/deciding/findings/place';
import type { ElementState } from '@spare-coat/core/deciding/matching/evaluate';
import { CoatView } from '../../shared/coatView';
import { field, sayProblems } from '../../shared/forms/bySchema';

const MOST_SIZES = 8;
/** Sides of a picture, px: the least in which something can be told, the largest that themes carry. */
const SIDES = { least: 4, most: 1024 };
/** The colour that a mark of one colour begins with. */
const FIRST_INK = '#404040';

/** The sizes that a text names, px, the largest first; null where it names none that can be made. */
export function sizesIn(text: string): number[] | null {
  const sizes = text
    .split(/[\s,;]+/)
    .filter((s) => s !== '')
    .map(Number);
  const areRight =
    sizes.length > 0 && sizes.length <= MOST_SIZES && sizes.every((s) => s >= SIDES.least && s <= SIDES.most);
  return areRight ? sizes.sort((a, b) => b - a) : null;
}

const sizesSchema = yup
  .string()
  .defined()
  .test(
    'sizes',
    `Sizes are 1 to ${MOST_SIZES} numbers from ${SIDES.least} to ${SIDES.most}, with commas between.`,
    (text) => sizesIn(text) !== null,
  );
const PADDING = 'Padding is 0 to 40 %.';
const paddingSchema = yup.number().typeError(PADDING).defined(PADDING).min(0, PADDING).max(40, PADDING);

/** How a picture is cut from the reference. */
export function cutOutForm() {
  return new FormGroup({
    isCut: new FormControl(false, { nonNullable: true }),
    sizes: field(sizesSchema, ''),
    padding: field(paddingSchema, 0),
    isSquare: new FormControl(true, { nonNullable: true }),
    isOneColour: new FormControl(false, { nonNullable: true }),
    colour: new FormControl(FIRST_INK, { nonNullable: true }),
  });
}
export type CutOutForm = ReturnType<typeof cutOutForm>;

/** The recipe of a picture that is cut from the reference: its sizes, what is left bare around it, and whether it keeps its colours. */
@Component({
  selector: 'coat-cut-out',
  imports: [ColourField, MatCheckbox, MatError, MatFormField, MatInput, NumberField, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './cutOut.html',
  styleUrl: './cutOut.scss',
})
export class CutOut {
  readonly form = input.required<CutOutForm>();
  readonly state = input.required<ElementState>();
  /** The size that keeps the reference's proportion to what it stands on, in device pixels of the host. */
  readonly wanted = input.required<number | null>();
  private readonly view = inject(CoatView);

  protected readonly problems = sayProblems;
  protected readonly fitting = computed(() => {
    const size = this.wanted();
    if (size === null) return '';
    const rows = this.view.rows();
    const carrier = carrierOf(rows, this.state().element.id);
    const name = carrier ? rows.element[carrier]?.name : null;
    return name
      ? `${size} px keeps its proportion to ${name}.`
      : `${size} px is its size, carried to this display.`;
  });
}
