import { TestBed } from '@angular/core/testing';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import type { Pixels } from '@spare-coat/core/measuring/picture/pixels';
import type { PictureRow } from '@spare-coat/core/model/coat/rows';
import { handOn } from '../testing/hand';
import { instrumentsOn, painted, photographed } from '../testing/pixelsBench';
import { StraightDialog } from './straightDialog';

const CORNERS = [
  { x: 40, y: 60 },
  { x: 770, y: 30 },
  { x: 740, y: 580 },
  { x: 60, y: 540 },
] as const;
const DESK = painted(640, 400, '#4d6b5a', [
  { x: 0, y: 0, width: 640, height: 27, colour: '#efe4d2' },
  { x: 53, y: 61, width: 243, height: 181, colour: '#f7f3ec' },
]);
const PHOTO = photographed(DESK, CORNERS, 800, 600);

async function dialog(pixels: Pixels = PHOTO) {
  const closed: unknown[] = [];
  TestBed.configureTestingModule({
    providers: [
      instrumentsOn(pixels),
      { provide: MatDialogRef, useValue: { close: (with_?: unknown) => closed.push(with_) } },
      {
        provide: MAT_DIALOG_DATA,
        useValue: { blob: 'photo', width: pixels.width, height: pixels.height } as PictureRow,
      },
    ],
  });
  const fixture = TestBed.createComponent(StraightDialog);
  const settle = async () => {
    for (let i = 0; i < 3; i++) await fixture.whenStable();
  };
  await settle();
  const page = fixture.nativeElement as HTMLElement;
  const corners = () =>
    [...page.querySelectorAll('.corner')].map((c) =>
      /(-?\d+) by (-?\d+)/.exec(c.getAttribute('aria-label')!)!.slice(1).map(Number),
    );
  const key = async (index: number, name: string, shiftKey = false) => {
    const corner = page.querySelectorAll('.corner')[index]!;
    corner.dispatchEvent(
      new KeyboardEvent('keydown', { key: name, shiftKey, bubbles: true, cancelable: true }),
    );
    await settle();
  };
  return { page, hand: handOn(fixture), settle, closed, corners, key };
}
const press = (page: HTMLElement, words: string) =>
  [...page.querySelectorAll('button')].find((b) => b.textContent.includes(words))!;

describe('a photo that is set straight', () => {
  it('begins with the corners of the screen, and gives back the picture', async () => {
    const { page, corners, closed, settle } = await dialog();
    corners().forEach(([x, y], i) => {
      expect(Math.abs(x! - CORNERS[i]!.x)).toBeLessThan(3);
      expect(Math.abs(y! - CORNERS[i]!.y)).toBeLessThan(3);
    });
    expect(page.textContent).toContain('as they were found');
    press(page, 'Set it straight').click();
    await settle();
    expect(closed).toEqual([new Uint8Array([137, 80, 78, 71])]);
  });
  it('says where no screen was found, and is done by hand: corners are moved by keys, and stay on the photo', async () => {
    const { page, corners, key } = await dialog(painted(300, 200, '#555555', []));
    expect(page.textContent).toContain('set its corners by hand');
    expect(corners()).toEqual([
      [30, 20],
      [270, 20],
      [270, 180],
      [30, 180],
    ]);
    await key(0, 'ArrowRight');
    await key(0, 'ArrowDown', true);
    expect(corners()[0]).toEqual([31, 30]);
    for (let i = 0; i < 5; i++) await key(2, 'ArrowRight', true);
    expect(corners()[2]).toEqual([300, 180]);
  });
  it('is not set straight by corners that are none of a screen', async () => {
    const { page, key } = await dialog(painted(300, 200, '#555555', []));
    for (let i = 0; i < 30; i++) await key(0, 'ArrowRight', true);
    expect(press(page, 'Set it straight').disabled).toBe(true);
  });
  it('leaves the photo as it is', async () => {
    const { page, closed } = await dialog();
    press(page, 'Leave it as it is').click();
    expect(closed).toEqual([undefined]);
  });
});
