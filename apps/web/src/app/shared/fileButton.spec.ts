import { TestBed } from '@angular/core/testing';
import { handOn } from '../testing/hand';
import { FileButton } from './fileButton';

async function shown(inputs: Record<string, unknown> = {}) {
  const fixture = TestBed.createComponent(FileButton);
  fixture.componentRef.setInput('label', 'Choose a file');
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  const chosen: string[][] = [];
  fixture.componentInstance.chosen.subscribe((files) => chosen.push(files.map((f) => f.name)));
  await fixture.whenStable();
  const input = (fixture.nativeElement as HTMLElement).querySelector('input')!;
  /** What the browser does once files were chosen in its window. */
  const choose = (...names: string[]) => {
    Object.defineProperty(input, 'files', { value: names.map((n) => new File([], n)), configurable: true });
    input.dispatchEvent(new Event('change'));
  };
  return { chosen, choose, input, hand: handOn(fixture) };
}

describe('a button for files', () => {
  it('opens the browser’s window', async () => {
    const { hand, input } = await shown();
    let opened = 0;
    input.addEventListener('click', () => opened++);
    await hand.press('Choose a file');
    expect(opened).toBe(1);
    expect(input.hidden).toBe(true);
  });
  it('gives every file, and the same one again', async () => {
    const { chosen, choose, input } = await shown({ multiple: true, accept: 'image/png' });
    expect([input.multiple, input.accept]).toEqual([true, 'image/png']);
    choose('a.png', 'b.png');
    choose('a.png');
    expect(chosen).toEqual([['a.png', 'b.png'], ['a.png']]);
    expect(input.value).toBe('');
  });
  it('says nothing where the window was closed without a file', async () => {
    const { chosen, choose } = await shown();
    choose();
    expect(chosen).toEqual([]);
  });
  it('is called what it does where its label alone would not tell, and can be out of use', async () => {
    const { hand } = await shown({ says: 'Open an archive', disabled: true });
    expect(await hand.canPress('Open an archive')).toBe(false);
  });
});
