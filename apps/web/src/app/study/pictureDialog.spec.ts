import { TestBed } from '@angular/core/testing';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import type { Command } from '@spare-coat/core/doing/commands/commands';
import { benchWith, testId } from '../testing/bench';
import { handOn } from '../testing/hand';
import { PictureDialog } from './pictureDialog';

const [LIGHT, DARK, PICTURE] = [testId(), testId(), testId()];
const THERE: Command[] = [
  { type: 'variant.add', id: LIGHT, name: 'Light' },
  { type: 'variant.add', id: DARK, name: 'Dark' },
  {
    type: 'picture.add',
    id: PICTURE,
    variantId: LIGHT,
    name: 'look.png',
    subject: 'Whole desktop',
    blob: 'a'.repeat(64),
    original: 'b'.repeat(64),
    width: 1920,
    height: 1080,
  } as Command,
];

async function shown() {
  const bench = benchWith(...THERE);
  TestBed.configureTestingModule({
    providers: [
      ...bench.providers,
      { provide: MAT_DIALOG_DATA, useValue: PICTURE },
      { provide: MatDialogRef, useValue: { close: () => undefined } },
    ],
  });
  const fixture = TestBed.createComponent(PictureDialog);
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  return { bench, page, hand: handOn(fixture), picture: () => bench.rows().picture[PICTURE]! };
}

describe('what a picture shows', () => {
  it('is said field by field, and the others stay', async () => {
    const { hand, picture } = await shown();
    await hand.type('Name', ' Evening ');
    await hand.choose('Variant', 'Dark');
    await hand.type('Interface scale, where known', '1.5');
    expect(picture()).toMatchObject({ name: 'Evening', variantId: DARK, scale: 1.5, inches: null });
  });
  it('tells pixels an inch where the diagonal is known, and forgets it where it is emptied', async () => {
    const { hand, page, picture } = await shown();
    await hand.type('Display diagonal in inches, where known', '24');
    expect(page.textContent).toContain('92 pixels an inch');
    await hand.type('Display diagonal in inches, where known', '');
    expect(picture().inches).toBeNull();
    expect(page.textContent).not.toContain('pixels an inch');
  });
  it('is never without a name', async () => {
    const { bench, hand, picture } = await shown();
    await hand.type('Name', '   ');
    expect(picture().name).toBe('look.png');
    expect(bench.sent).toEqual([]);
  });
});
