import { TestBed } from '@angular/core/testing';
import { handOn } from '../testing/hand';
import { SheetChoices } from './sheetChoices';

describe('what could be private on a sheet', () => {
  it('is not on it until it is ticked, each for itself', async () => {
    const fixture = TestBed.createComponent(SheetChoices);
    await fixture.whenStable();
    const choice = () => fixture.componentInstance.choice();
    expect(choice()).toMatchObject({ notes: false, account: false, survey: false });
    const hand = handOn(fixture);
    await hand.tick('My notes');
    await hand.tick('Folders with my name');
    expect(choice()).toMatchObject({ notes: true, account: true, survey: false });
    await hand.tick('My notes');
    expect(choice()).toMatchObject({ notes: false, account: true });
  });
});
