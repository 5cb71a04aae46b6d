import { TestBed } from '@angular/core/testing';
import { handOn } from '../testing/hand';
import { ZoomButtons } from './zoomButtons';

describe('zooming with the mouse', () => {
  it('goes further, nearer and back to the whole, and near to an element where there is one', async () => {
    const fixture = TestBed.createComponent(ZoomButtons);
    await fixture.whenStable();
    const said: (number | 'near')[] = [];
    fixture.componentInstance.zoom.subscribe((by) => said.push(by));
    fixture.componentInstance.near.subscribe(() => said.push('near'));
    const hand = handOn(fixture);
    await hand.press('Further');
    await hand.press('Nearer');
    await hand.press('Whole');
    await expect(hand.press('Near')).rejects.toThrow(/Nothing is called/);
    fixture.componentRef.setInput('hasNear', true);
    await hand.press('Near');
    expect(said).toEqual([0.8, 1.25, 0, 'near']);
  });
});
