import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { of, throwError } from 'rxjs';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { Clipboard } from '@angular/cdk/clipboard';
import { signal } from '@angular/core';
import { onDemo } from '../testing/demoBench';
import { handOn } from '../testing/hand';
import { ColourField } from './colourField';
import { Crop } from './crop';
import { Drawing } from './drawing';
import { FaceEditor } from './faceEditor';
import { Facts } from './facts';
import { Fold } from './fold';
import { HintBubble } from './hints/hint';
import { FirstSteps } from './hints/firstSteps';
import { HomeHead } from './homeHead';
import { ItemWords } from './itemWords';
import { Notices } from './notices';
import { ReferencePicture } from './referencePicture';
import { RoomLight } from './room';
import { CoatSessions } from './session/coatSessions';
import { UnsentList } from './session/unsentList';
import { StageNav } from './stageNav';
import { StandingMark } from './standingMark';

describe('a colour', () => {
  it('is typed, chosen, or taken from those of the coat', async () => {
    const { fixture, hand, page } = await onDemo(ColourField, {
      inputs: { name: 'Colour', value: '#e3c2b4' },
    });
    const given: string[] = [];
    fixture.componentInstance.changed.subscribe((c) => given.push(c));
    await hand.type('Colour', ' #ABCDEF ');
    const picker = page.querySelector<HTMLInputElement>('input[type="color"]')!;
    picker.value = '#102030';
    picker.dispatchEvent(new Event('change'));
    page.querySelector<HTMLButtonElement>('button')!.click();
    await fixture.whenStable();
    const own = [...document.querySelectorAll<HTMLElement>('[mat-menu-item] .mono')].map(
      (o) => o.textContent,
    );
    expect(own).toContain('#e3c2b4');
    document.querySelector<HTMLElement>('[mat-menu-item]')!.click();
    expect(given.slice(0, 2)).toEqual(['#abcdef', '#102030']);
    expect(given[2]).toBe(own[0]);
  });
});

describe('a face', () => {
  const metrics = {
    family: 'Fern Sans',
    style: 'Regular',
    weight: 400,
    unitsPerEm: 1000,
    xHeight: 500,
    capHeight: 700,
  };
  const face = (value: unknown) =>
    onDemo(FaceEditor, {
      inputs: { name: 'Face', face: value },
      before: (bench) => {
        bench.api['faces'] = () => of({ faces: [{ id: 'fern', shipped: true, metrics }] });
      },
    });
  it('is chosen among those that are known, and keeps its size', async () => {
    const { fixture, hand } = await face({
      family: 'Other',
      metrics: { ...metrics, family: 'Other' },
      pixels: 14,
    });
    const given: unknown[] = [];
    fixture.componentInstance.changed.subscribe((f) => given.push(f));
    await hand.choose('Face', 'Fern Sans Regular');
    await hand.type('Face, size in pixels', '2000');
    await hand.type('Face, size in pixels', '18');
    expect(given).toEqual([
      { family: 'Fern Sans', metrics, pixels: 14 },
      expect.objectContaining({ family: 'Other', pixels: 18 }),
    ]);
  });
  it('has no size before it is said which it is', async () => {
    const { page } = await face(null);
    expect(page.querySelector<HTMLInputElement>('input')!.disabled).toBe(true);
  });
});

describe('a piece of a picture', () => {
  const piece = async (rect: { x: number; y: number; width: number; height: number }, inputs = {}) => {
    const fixture = TestBed.createComponent(Crop);
    const all = {
      blob: 'a'.repeat(64),
      full: { width: 2560, height: 1440 },
      rect,
      width: 100,
      height: 50,
      ...inputs,
    };
    for (const [name, value] of Object.entries(all)) fixture.componentRef.setInput(name, value);
    await fixture.whenStable();
    return (fixture.nativeElement as HTMLElement).querySelector<HTMLElement>('.piece')!.style;
  };
  it('is fitted into its box, and never enlarged', async () => {
    expect((await piece({ x: 10, y: 20, width: 400, height: 100 })).width).toBe('100px');
    const small = await piece({ x: 10, y: 20, width: 20, height: 10 });
    expect([small.width, small.height, small.backgroundPosition]).toEqual(['20px', '10px', '-10px -20px']);
  });
  it('is the middle of what is too tall to be known, and all of it where that is asked for', async () => {
    const rail = { x: 2448, y: 0, width: 112, height: 1440 };
    const part = await piece(rail);
    expect(parseFloat(part.height)).toBeCloseTo(50, 1);
    expect(parseFloat(part.width)).toBeGreaterThan(10);
    expect(parseFloat((await piece(rail, { whole: true })).width)).toBeCloseTo((112 * 50) / 1440, 1);
  });
});

describe('small pieces', () => {
  it('tell facts, each beside what it is', async () => {
    const fixture = TestBed.createComponent(Facts);
    fixture.componentRef.setInput('caption', 'Read off the pixels');
    fixture.componentRef.setInput('facts', [
      { label: 'Edge', text: 'right' },
      { label: 'Ink', text: 'dark', swatch: '#000000' },
    ]);
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    expect([...page.querySelectorAll('[role="rowheader"]')].map((c) => c.textContent.trim())).toEqual([
      'Edge',
      'Ink',
    ]);
    expect(page.querySelectorAll('.swatch')).toHaveLength(1);
    expect(page.querySelector('caption')!.textContent).toContain('Read off the pixels');
  });
  it('fold what not everybody wants, open or shut at first', async () => {
    const fixture = TestBed.createComponent(Fold);
    fixture.componentRef.setInput('open', '');
    await fixture.whenStable();
    const panel = () =>
      (fixture.nativeElement as HTMLElement).querySelector('mat-expansion-panel')!.classList;
    expect(panel()).toContain('mat-expanded');
    (fixture.nativeElement as HTMLElement).querySelector<HTMLElement>('mat-expansion-panel-header')!.click();
    await fixture.whenStable();
    expect(panel()).not.toContain('mat-expanded');
  });
  it('mark a standing by a texture, and say it to whoever does not see', async () => {
    const fixture = TestBed.createComponent(StandingMark);
    fixture.componentRef.setInput('standing', 'left alone');
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    expect(page.querySelector('.texture-left-alone')!.getAttribute('aria-hidden')).toBe('true');
    expect(page.querySelector('.sr-only')!.textContent).toBe('left alone');
    fixture.componentRef.setInput('words', true);
    await fixture.whenStable();
    expect(page.querySelector('.sr-only')).toBeNull();
  });
  it('lead to the views of a stage', async () => {
    TestBed.configureTestingModule({ providers: [provideRouter([])] });
    const fixture = TestBed.createComponent(StageNav);
    fixture.componentRef.setInput('label', 'Views of Plan');
    fixture.componentRef.setInput('views', [
      { path: 'plan', label: 'Steps' },
      { path: 'readings', label: 'Readings' },
    ]);
    await fixture.whenStable();
    const links = [...(fixture.nativeElement as HTMLElement).querySelectorAll('a')];
    expect(links.map((a) => [a.textContent, a.getAttribute('href')])).toEqual([
      ['Steps', '/plan'],
      ['Readings', '/readings'],
    ]);
  });
  it('lead from page to page outside of a coat, and set the light of the room', async () => {
    TestBed.configureTestingModule({ providers: [provideRouter([])] });
    const fixture = TestBed.createComponent(HomeHead);
    fixture.componentRef.setInput('title', 'Rack');
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    expect([...page.querySelectorAll('nav a')].map((a) => a.getAttribute('href'))).toEqual([
      '/',
      '/rack',
      '/bring-in',
    ]);
    await handOn(fixture).choose('Room', 'dark');
    expect(TestBed.inject(RoomLight).room()).toBe('dark');
    expect(document.documentElement.dataset['room']).toBe('dark');
    TestBed.inject(RoomLight).set('system');
  });
  it('tell one hint, which is learned, or all of them at once', async () => {
    const learned: string[][] = [];
    TestBed.configureTestingModule({
      providers: [{ provide: FirstSteps, useValue: { learn: (...steps: string[]) => learned.push(steps) } }],
    });
    const fixture = TestBed.createComponent(HintBubble);
    fixture.componentRef.setInput('step', 'draw');
    await fixture.whenStable();
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('Drag a rough box');
    await handOn(fixture).press('Got it');
    await handOn(fixture).press('No more hints');
    expect(learned[0]).toEqual(['draw']);
    expect(learned[1]).toContain('plan');
  });
});

describe('pictures that stand beside each other', () => {
  it('are named, and where there is none that is said', async () => {
    const first = await onDemo(ReferencePicture);
    expect(first.page.querySelector('img')!.alt).toBe('The reference, Saltmarsh 3, light');
    TestBed.resetTestingModule();
    const none = await onDemo(ReferencePicture, {
      before: (bench) => bench.lay({ type: 'picture.remove', id: bench.pictureId }),
    });
    expect(none.page.textContent).toContain('No picture of the reference in this variant yet.');
  });
  it('are drawn once their letters came; why they did not is said, and asked for again', async () => {
    URL.createObjectURL = () => 'blob:drawn';
    URL.revokeObjectURL = () => undefined;
    const face = { cap: 0.7, x: 0.5, descent: 0.2, foot: 0.2, glyphs: { '?': [500, 'M0 0L1 1Z'] } };
    let answer = () => throwError(() => new Error('The server does not answer.')) as never;
    const { page, hand, settle } = await onDemo(Drawing, {
      inputs: { elements: [], alt: 'The desktop' },
      before: (bench) => {
        bench.api['glyphs'] = () => answer();
      },
    });
    expect(page.querySelector('[role="alert"]')!.textContent).toContain('The server does not answer.');
    answer = () => of({ interface: face, bold: face, title: face, fixed: face }) as never;
    await hand.press('Try again');
    await settle();
    expect(page.querySelector('img')!.getAttribute('src')).toBe('blob:drawn');
    expect(page.querySelector('img')!.alt).toBe('The desktop');
  });
});

describe('names for the items of a bar', () => {
  it('are the host’s, the trade’s and the coat’s, each once, by whichever name it is looked for', async () => {
    await onDemo(Crop, {
      inputs: {
        blob: 'a',
        full: { width: 1, height: 1 },
        rect: { x: 0, y: 0, width: 1, height: 1 },
        width: 1,
        height: 1,
      },
    });
    const all = TestBed.inject(ItemWords).suggestions(['clock', 'status area', 'workspace switcher']);
    const labels = all.map((s) => s.label);
    expect(new Set(labels).size).toBe(labels.length);
    expect(labels).toContain('workspace switcher');
    expect(all.find((s) => s.label === 'workspace switcher')!.words).toContain('pager');
    expect(all.some((s) => s.what === 'on Fernbank')).toBe(true);
  });
});

describe('what is not with the server yet', () => {
  async function unsent(waiting: number, stuck: unknown[], isAtRisk = false) {
    const done: string[] = [];
    const session = {
      waiting: signal(waiting),
      stuck: signal(stuck),
      isAtRisk: signal(isAtRisk),
      tryAgain: () => done.push('again'),
      forget: () => done.push('forget'),
    };
    const copied: string[] = [];
    TestBed.configureTestingModule({
      providers: [
        { provide: CoatSessions, useValue: { of: () => session } },
        { provide: MAT_DIALOG_DATA, useValue: 'c' },
        { provide: MatDialogRef, useValue: { close: () => done.push('close') } },
        { provide: Clipboard, useValue: { copy: (text: string) => copied.push(text) > 0 } },
      ],
    });
    const fixture = TestBed.createComponent(UnsentList);
    await fixture.whenStable();
    return { done, copied, page: fixture.nativeElement as HTMLElement, hand: handOn(fixture) };
  }
  const STUCK = {
    commandId: 'x',
    coatName: 'A coat',
    label: 'Add Rail',
    at: '2026-11-28T10:00:00Z',
    refused: 'It is gone.',
    command: { type: 'element.add' },
  };
  it('is told by how much it is, and where it is kept', async () => {
    expect((await unsent(1, [])).page.textContent).toContain('One change is still to be sent.');
    TestBed.resetTestingModule();
    expect((await unsent(3, [])).page.textContent).toContain('They are kept in this browser');
    TestBed.resetTestingModule();
    expect((await unsent(3, [], true)).page.textContent).toContain('leave this window open');
    TestBed.resetTestingModule();
    expect((await unsent(0, [])).page.textContent).toContain('everything you did is saved');
  });
  it('is tried again, copied as text, or let go by whoever did it', async () => {
    const { page, hand, done, copied } = await unsent(0, [STUCK]);
    expect(page.textContent).toContain('It is gone.');
    await hand.press('Try again');
    await hand.press('Copy it');
    await hand.press('Let it go');
    await hand.press('Close');
    expect(done).toEqual(['again', 'forget', 'close']);
    expect(JSON.parse(copied[0]!)).toMatchObject({
      coat: 'A coat',
      what: 'Add Rail',
      command: { type: 'element.add' },
    });
    expect(TestBed.inject(Notices).list().at(-1)!.text).toBe('Copied, as text.');
  });
});
