import { describe, expect, it } from 'vitest';
import { drawDesktop } from './drawDesktop.js';
import type { BarState, DesktopState, Lettering } from '../../model/scene/state.js';

/** Letters as boxes: the scene's layout does not depend on what letters look like. */
const letters: Lettering = {
  outline: (_face, text, size) => ({ d: 'M0 0Z', width: text.length * size * 0.5 }),
  metrics: () => ({ cap: 0.7, x: 0.5, descent: 0.2 }),
};

function bar(more: Partial<BarState>): BarState {
  return {
    name: 'bar',
    edge: 'right',
    thickness: 84,
    length: 1080,
    from: 0,
    margin: 0,
    colour: '#e3c2b4',
    opacity: 100,
    cornerRadius: 0,
    rim: null,
    padding: 20,
    spacing: 10,
    zones: { start: [], centre: [], end: [] },
    ...more,
  };
}
function desktop(bars: BarState[]): DesktopState {
  return {
    width: 1920,
    height: 1080,
    unit: 1,
    wallpaper: { pattern: 'plain', seed: 1, palette: ['#808080'], ridge: null },
    bars,
    windows: [],
    desktopIcons: [],
    pointer: null,
  };
}
const icon = (duty: string) => ({
  what: 'icon' as const,
  duty,
  size: 40,
  look: { shape: 'disc' as const, colour: '#111111', sign: '#eeeeee' },
});

describe('the scene', () => {
  it.each([
    ['top', { x: 0, y: 0, width: 600, height: 84 }],
    ['bottom', { x: 0, y: 996, width: 600, height: 84 }],
    ['left', { x: 0, y: 0, width: 84, height: 600 }],
    ['right', { x: 1836, y: 0, width: 84, height: 600 }],
  ] as const)('lays a bar along the %s edge and tells where', (edge, rect) => {
    expect(drawDesktop(desktop([bar({ edge, length: 600 })]), letters).boxes['bar']).toEqual(rect);
  });

  it('puts the three zones at start, centre and end, in their order', () => {
    const { boxes } = drawDesktop(
      desktop([bar({ zones: { start: [icon('a')], centre: [icon('b'), icon('c')], end: [icon('d')] } })]),
      letters,
    );
    expect(boxes['bar/a']).toEqual({ x: 1858, y: 20, width: 40, height: 40 });
    expect(boxes['bar/b']!.y).toBe(495);
    expect(boxes['bar/c']!.y).toBe(545);
    expect(boxes['bar/d']!.y).toBe(1080 - 20 - 40);
  });

  it('draws the same state as the same text, and lets no text out of it', () => {
    const state = desktop([
      bar({
        zones: {
          start: [
            {
              what: 'tab',
              duty: 'x',
              length: 100,
              label: '<script>',
              face: 'bold',
              size: 12,
              ink: '"onload="',
              ground: null,
              accent: null,
              look: null,
            },
          ],
          centre: [],
          end: [],
        },
      }),
    ]);
    const { svg } = drawDesktop(state, letters);
    expect(drawDesktop(state, letters).svg).toBe(svg);
    expect(svg).not.toContain('<script>');
    expect(svg).toContain('&quot;onload=&quot;');
    expect(svg).toMatch(/^<svg xmlns="http:\/\/www.w3.org\/2000\/svg" width="1920" height="1080"/);
  });
});
