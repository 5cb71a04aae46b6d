import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { Api } from '../shared/api';
import { Notices } from '../shared/notices';
import { LeftBehind } from '../shared/session/leftBehind';
import { handOn } from '../testing/hand';
import { App } from './app';

async function running() {
  TestBed.configureTestingModule({
    imports: [App],
    providers: [
      provideRouter([]),
      { provide: Api, useValue: { keyNeeded: signal(false) } },
      { provide: LeftBehind, useValue: {} },
    ],
  });
  await TestBed.compileComponents(); // what is loaded later is told to it then
  const fixture = TestBed.createComponent(App);
  await fixture.whenStable();
  const settle = async () => {
    TestBed.tick();
    await fixture.whenStable();
  };
  const said = () => [...document.querySelectorAll('.notice > span')].map((s) => s.textContent);
  return { notices: TestBed.inject(Notices), hand: handOn(fixture), settle, said };
}
const box = () => document.querySelector('[role="alertdialog"]');

describe('what the application says', () => {
  it('stands at the foot until it is dismissed, the newest three of it', async () => {
    const { notices, hand, settle, said } = await running();
    for (const text of ['one', 'two', 'three', 'four', 'two']) notices.say(text);
    await settle();
    expect(said()).toEqual(['three', 'four', 'two']);
    await hand.press('Dismiss');
    expect(said()).toEqual(['four', 'two']);
    notices.dismiss(notices.list()[0]!.id);
    notices.dismiss(notices.list()[0]!.id);
    await settle();
    expect(notices.list()).toEqual([]);
  });
  it('offers what can be done about it, once', async () => {
    const { notices, hand, settle, said } = await running();
    let undone = 0;
    notices.say('The pointer was removed.', { label: 'Undo', run: () => undone++ });
    await settle();
    await hand.press('Undo');
    expect(undone).toBe(1);
    expect(said()).toEqual([]);
  });
});

describe('a question', () => {
  const question = { title: 'Delete it?', text: 'It goes for good.', yes: 'Delete it', no: 'Keep it' };
  it('is answered by what is pressed, and the next one waits for it', async () => {
    const { notices, hand, settle } = await running();
    const first = notices.ask(question);
    const second = notices.ask({ ...question, title: 'And this?', yes: 'This too' });
    await settle();
    expect(box()?.getAttribute('aria-label')).toBe('Delete it?');
    expect(document.querySelectorAll('[role="alertdialog"]')).toHaveLength(1);
    await hand.press('Delete it');
    expect(await first).toBe(true);
    await settle();
    expect(box()?.textContent).toContain('And this?');
    await hand.press('Keep it');
    expect(await second).toBe(false);
    await settle();
    expect(box()).toBeNull();
  });
  it('is a no where it is left by Escape', async () => {
    const { notices, settle } = await running();
    const answer = notices.ask(question);
    await settle();
    box()!.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', keyCode: 27, bubbles: true }));
    expect(await answer).toBe(false);
  });
});
