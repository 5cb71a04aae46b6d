import { TestBed } from '@angular/core/testing';
import { VIEWS } from '@spare-coat/core/model/kinds/drawn';
import { handOn } from '../testing/hand';
import { DRAWN_VIEWS } from './drawing';
import { ViewPicker } from './viewPicker';

describe('what a drawing shows', () => {
  it('is chosen among all that can be drawn, in words', async () => {
    const fixture = TestBed.createComponent(ViewPicker);
    fixture.componentRef.setInput('shows', 'desktop');
    await fixture.whenStable();
    const hand = handOn(fixture);
    expect(await hand.chosen('What the drawing shows')).toBe('the desktop');
    for (const { view, label } of DRAWN_VIEWS) {
      await hand.choose('What the drawing shows', label);
      expect([label, fixture.componentInstance.shows()]).toEqual([label, view]);
    }
    expect(DRAWN_VIEWS.map((v) => v.view)).toEqual([...VIEWS]);
  });
});
