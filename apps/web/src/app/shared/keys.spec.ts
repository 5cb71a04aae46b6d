import { TestBed } from '@angular/core/testing';
import { Keys } from './keys';

function press(target: HTMLElement, init: KeyboardEventInit): KeyboardEvent {
  const event = new KeyboardEvent('keydown', { bubbles: true, cancelable: true, ...init });
  target.dispatchEvent(event);
  return event;
}

describe('single keys', () => {
  afterEach(() => localStorage.clear());

  it('are heeded on the page, not while typing, not with a modifier', () => {
    const keys = TestBed.inject(Keys);
    const field = document.body.appendChild(document.createElement('input'));
    expect(keys.heeds(press(document.body, { key: 'j' }))).toBe(true);
    expect(keys.heeds(press(document.body, { key: 'j', ctrlKey: true }))).toBe(false);
    expect(keys.heeds(press(field, { key: 'j' }))).toBe(false);
    field.remove();
  });

  it('can be turned off, and stay off', () => {
    TestBed.inject(Keys).setSingle(false);
    TestBed.resetTestingModule();
    const again = TestBed.inject(Keys);
    expect(again.single()).toBe(false);
    expect(again.heeds(press(document.body, { key: 'j' }))).toBe(false);
  });
});
