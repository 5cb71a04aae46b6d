import type { Civil } from '../../ground/calendar.js';
import type { Rect } from '../../measuring/picture/rect.js';
import type { BarItem, BarState, DesktopState, Lettering } from '../scene/state.js';
import type { Look, SeenElement } from './look.js';
import type { ValueReader } from './valueReader.js';

/** How kinds become a drawn desktop: what their folders say, and what they are given to say it with. */

/** What a picture of a coat shows. */
export const VIEWS = ['desktop', 'launcher', 'pointed', 'first-view', 'sign-in', 'start-up'] as const;
export type View = (typeof VIEWS)[number];

export interface Screen {
  readonly width: number;
  readonly height: number;
  /** Device pixels per unit. */
  readonly unit: number;
  /** BCP 47, for clocks. */
  readonly language: string;
  /** What clocks show. */
  readonly moment: Civil;
}

/** What a desktop is drawn from. */
export interface Drawing {
  readonly look: Look;
  readonly screen: Screen;
  readonly letters: Lettering;
  readonly view: View;
}

/** The same, once its bars are there. */
export interface Furnished extends Drawing {
  /** What the bars leave free. */
  readonly free: Rect;
  /** Where the pointer is while something is pointed at. */
  readonly at: { readonly x: number; readonly y: number } | null;
}

/** One item of a bar while it is drawn: what is told of it, and what stands round it. */
export interface OnBar extends Drawing {
  /** The item's name in the bar's order. */
  readonly name: string;
  /** The element that tells how it looks, or null; its values, with what stands in for what is missing. */
  readonly element: SeenElement | null;
  readonly v: ValueReader;
  readonly bar: {
    readonly id: string;
    readonly thickness: number;
    readonly colour: string;
    readonly upright: boolean;
    readonly runningMark: string;
  };
  /** Side of a picture where an element of its own does not tell it. */
  readonly side: number;
}

/** A kind whose elements stand on bars. */
export interface BarThing {
  /** By what an order of items names it; null: by the name of the element. */
  readonly item: string | null;
  /** The pieces that it is drawn as; several where a list has several entries. */
  readonly draw: (on: OnBar) => BarItem[];
  /** The kind of bar that one of its elements asks for; undefined: it stands on none. Without it any bar will do. */
  readonly wants?: (v: ValueReader) => string | undefined;
}

/** What the pointer does to what it rests on. */
export interface Pointed {
  readonly bars: readonly BarState[];
  /** The piece that is pointed at, by its bar's name and its duty. */
  readonly bar: string;
  readonly duty: string;
}

/** What the kinds of one folder add to a drawn desktop. */
export interface Drawn {
  /** By the ids of kinds. */
  readonly onBars?: Readonly<Record<string, BarThing>>;
  /** Bars, with what stands on them. */
  readonly bars?: (of: Drawing, things: Readonly<Record<string, BarThing>>) => BarState[];
  readonly pointed?: (look: Look, bars: readonly BarState[]) => Pointed | null;
  /** Everything else; `before` is what the folders before it have added. */
  readonly desktop?: (of: Furnished, before: Partial<DesktopState>) => Partial<DesktopState>;
}
