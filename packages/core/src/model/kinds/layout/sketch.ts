import { ZONES } from '../../../measuring/picture/zone.js';
import { DARK, GREY, PALE, SKETCH, inkOn, rect, screen, write, type SketchShape } from '../sketchShapes.js';
import type { Sketch, SketchedOn } from '../sketched.js';
import type { ValueReader } from '../valueReader.js';

/** The least that is still seen as a strip, and as a thing on one, in the sketch's units. */
const LEAST = { strip: 2, item: 2, desktopItem: 3, widget: { w: 6, h: 5 } };
/** Items of a bar are drawn as dots half as thick as it is, and no larger than this: how large they are is not told by a bar. */
const DOT = { share: 0.5, most: 6, r: 1, opacity: 0.8 };
/** Six items of the desktop in columns of three, this far from the screen's corner, with a seam between them where the grid is tighter than they are large. */
const ITEMS = { count: 6, inColumn: 3, in: 4, seam: { x: 2, y: 4 }, opacity: 0.75 };
/** How much of the free room lies before a widget in each zone: it does not quite touch the sides. */
const ZONE_SHARE = { start: 0.04, centre: 0.5, end: 0.96 };
/** What a widget is, written under the screen. */
const UNDER = { below: 7, size: 10 };

function bar(v: ValueReader, isDock: boolean, { display }: SketchedOn): SketchShape[] {
  const { k, x, y, w, h } = screen(display);
  const thick = Math.max(LEAST.strip, v.number('thickness', 40) * k);
  const margin = v.number('margin', 0) * k;
  const edge = v.text('edge', 'bottom');
  const along = v.text('alignment', 'centre');
  const upright = edge === 'left' || edge === 'right';
  const length = ((upright ? h : w) * v.number('edgeShare', 100, 100)) / 100;
  const rest = (upright ? h : w) - length;
  const at = along === 'start' ? 0 : along === 'end' ? rest : rest / 2;
  const place = {
    left: { x: x + margin, y: y + at, w: thick, h: length },
    right: { x: x + w - thick - margin, y: y + at, w: thick, h: length },
    top: { x: x + at, y: y + margin, w: length, h: thick },
    bottom: { x: x + at, y: y + h - thick - margin, w: length, h: thick },
  }[edge] ?? { x, y, w, h: thick };
  const order = v.zones('items');
  const side = Math.min(
    thick,
    isDock ? Math.max(LEAST.item, v.number('iconSize', 48) * k) : Math.min(DOT.most, thick * DOT.share),
  );
  const gap = isDock ? v.number('spacing', 8) * k : side;
  const ground = v.text('colour', GREY);
  const dots: SketchShape[] = [];
  for (const zone of order ? ZONES : []) {
    const n = order![zone].length;
    const all = n * side + Math.max(0, n - 1) * gap;
    const from = zone === 'start' ? gap : zone === 'end' ? length - all - gap : (length - all) / 2;
    for (let i = 0; i < n; i++) {
      const [a, b] = [from + i * (side + gap), (thick - side) / 2];
      dots.push(
        rect(
          upright ? place.x + b : place.x + a,
          upright ? place.y + a : place.y + b,
          side,
          side,
          inkOn(ground),
          {
            r: DOT.r,
            opacity: DOT.opacity,
          },
        ),
      );
    }
  }
  return [
    rect(x, y, w, h, PALE),
    rect(place.x, place.y, place.w, place.h, ground, {
      r: v.number('cornerRadius', 0) * k,
      opacity: v.number('opacity', 100, 100) / 100,
    }),
    ...dots,
  ];
}

function desktopItems(v: ValueReader, { display }: SketchedOn): SketchShape[] {
  const s = screen(display);
  const size = Math.max(LEAST.desktopItem, v.number('size', 48) * s.k);
  const [gx, gy] = [v.number('gridWidth', 100) * s.k, v.number('gridHeight', 110) * s.k];
  const corner = v.text('corner', 'top left');
  return [
    rect(s.x, s.y, s.w, s.h, PALE),
    ...Array.from({ length: ITEMS.count }, (_, i) => {
      const dx = ITEMS.in + Math.floor(i / ITEMS.inColumn) * Math.max(gx, size + ITEMS.seam.x);
      const dy = ITEMS.in + (i % ITEMS.inColumn) * Math.max(gy, size + ITEMS.seam.y);
      const x = corner.includes('right') ? s.x + s.w - dx - size : s.x + dx;
      const y = corner.includes('bottom') ? s.y + s.h - dy - size : s.y + dy;
      return rect(x, y, size, size, DARK, { opacity: ITEMS.opacity });
    }),
  ];
}

function widget(v: ValueReader, { display }: SketchedOn): SketchShape[] {
  const s = screen(display);
  const [w, h] = [
    Math.max(LEAST.widget.w, v.number('width', 300) * s.k),
    Math.max(LEAST.widget.h, v.number('height', 160) * s.k),
  ];
  const place = v.place('place');
  const across = ZONE_SHARE[place?.zone ?? 'centre'];
  return [
    rect(s.x, s.y, s.w, s.h, PALE),
    rect(
      s.x + (s.w - w) * across,
      s.y + ((s.h - h) * (place?.offset ?? 50)) / 100,
      w,
      h,
      v.text('colour', DARK),
      {
        r: 2,
      },
    ),
    write(SKETCH.width / 2, s.y + s.h + UNDER.below, UNDER.size, v.text('what', ''), '#000000'),
  ];
}

/** How what lies along the edges and on the bare desktop would look. */
export const LAYOUT_SKETCHES: Readonly<Record<string, Sketch>> = {
  bar: (v, on) => bar(v, false, on),
  dock: (v, on) => bar(v, true, on),
  'desktop-items': desktopItems,
  'desktop-widget': widget,
};
