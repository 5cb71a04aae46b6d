import { Directive, input } from '@angular/core';

/** What a cell's template is given: its row, and which one it is, from 0. */
interface CellContext<T> {
  readonly $implicit: T;
  readonly index: number;
}

/**
 * Tells the template of a table's cell what its rows are, so that it is checked like any other: `*matCellDef="let line; of: lines()"`.
 * Without it a row could be anything.
 */
@Directive({ selector: '[matCellDef][matCellDefOf]' })
export class CellOf<T> {
  readonly matCellDefOf = input.required<readonly T[]>();

  static ngTemplateContextGuard<T>(_cell: CellOf<T>, _context: unknown): _context is CellContext<T> {
    return true;
  }
}

/** Rows that stay where they are and change in place. */
export const byPlace = (place: number): number => place;
/** Rows that have an id: what is typed in one stays with it wherever it moves. */
export const byId = (_place: number, row: { readonly id: string }): string => row.id;

/** A row that stands by itself, or one with more about the row above it. */
export interface MoreOrLine {
  readonly key: string;
  readonly isMore: boolean;
}
export const byKey = (_place: number, row: MoreOrLine): string => row.key;
export const isMore = (_place: number, row: MoreOrLine): boolean => row.isMore;
export const isLine = (_place: number, row: MoreOrLine): boolean => !row.isMore;
