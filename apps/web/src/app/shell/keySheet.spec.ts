import { TestBed } from '@angular/core/testing';
import { MatDialogRef } from '@angular/material/dialog';
import { KEY_HELP, Keys } from '../shared/keys';
import { handOn } from '../testing/hand';
import { KeySheet } from './keySheet';

describe('the sheet of keys', () => {
  it('lists every key that there is, under the place where it counts, and turns single keys off', async () => {
    let closed = 0;
    TestBed.configureTestingModule({
      providers: [{ provide: MatDialogRef, useValue: { close: () => closed++ } }],
    });
    const fixture = TestBed.createComponent(KeySheet);
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    const told = [...page.querySelectorAll('dd')].map((dd) => dd.textContent.trim());
    expect([...told].sort()).toEqual(KEY_HELP.map((h) => h.does).sort());
    const keys = TestBed.inject(Keys);
    const before = keys.single();
    const hand = handOn(fixture);
    await hand.tick('Heed single keys');
    expect(keys.single()).toBe(!before);
    await hand.tick('Heed single keys');
    await hand.press('Close');
    expect(closed).toBe(1);
  });
});
