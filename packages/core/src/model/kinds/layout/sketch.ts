import { ZONES } from '../../../measuring/picture/zone.js';
import { DARK, GREY, PALE, SKETCH, inkOn, rect, screen, write, type SketchShape } from '../sketchShapes.js';
import type { Sketch, SketchedOn } from '../sketched.js';
import type { ValueReader } from '../valueReader.js';

function bar(v: ValueReader, isDock: boolean, { display }: SketchedOn): SketchShape[] {
  const { k, x, y, w, h } = screen(display);
  const thick = Math.max(2, v.number('thickness', 40) * k);
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
  const side = Math.min(thick, isDock ? Math.max(2, v.number('iconSize', 48) * k) : Math.min(6, thick * 0.5));
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
            r: 1,
            opacity: 0.8,
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
  const size = Math.max(3, v.number('size', 48) * s.k);
  const [gx, gy] = [v.number('gridWidth', 100) * s.k, v.number('gridHeight', 110) * s.k];
  const corner = v.text('corner', 'top left');
  return [
    rect(s.x, s.y, s.w, s.h, PALE),
    ...Array.from({ length: 6 }, (_, i) => {
      const [dx, dy] = [4 + Math.floor(i / 3) * Math.max(gx, size + 2), 4 + (i % 3) * Math.max(gy, size + 4)];
      const x = corner.includes('right') ? s.x + s.w - dx - size : s.x + dx;
      const y = corner.includes('bottom') ? s.y + s.h - dy - size : s.y + dy;
      return rect(x, y, size, size, DARK, { opacity: 0.75 });
    }),
  ];
}

function widget(v: ValueReader, { display }: SketchedOn): SketchShape[] {
  const s = screen(display);
  const [w, h] = [Math.max(6, v.number('width', 300) * s.k), Math.max(5, v.number('height', 160) * s.k)];
  const place = v.place('place');
  const across = place ? { start: 0.04, centre: 0.5, end: 0.96 }[place.zone] : 0.5;
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
    write(SKETCH.width / 2, s.y + s.h + 7, 10, v.text('what', ''), '#000000'),
  ];
}

/** How what lies along the edges and on the bare desktop would look. */
export const LAYOUT_SKETCHES: Readonly<Record<string, Sketch>> = {
  bar: (v, on) => bar(v, false, on),
  dock: (v, on) => bar(v, true, on),
  'desktop-items': desktopItems,
  'desktop-widget': widget,
};
