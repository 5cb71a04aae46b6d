import { TestBed } from '@angular/core/testing';
import { PARTS } from '@spare-coat/demo/catalogue';
import { readPart, type Part } from '@spare-coat/core/model/parts/part';
import { handOn } from '../../testing/hand';
import { PART_SECTIONS } from '../../parts/partSections';
import { DocumentEditor, type Entry } from './documentEditor';
import { DocumentDraft, check } from './editing';
import { problemsIn, type Section } from './section';

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** The editor of a part, as its page has it: what is changed is checked and given back. */
async function editing(part: Entry = plain(PARTS[0]!)) {
  const fixture = TestBed.createComponent(DocumentEditor);
  const told: Entry[] = [];
  const twice: unknown[] = [];
  fixture.componentRef.setInput('document', part);
  fixture.componentRef.setInput('sections', PART_SECTIONS);
  fixture.componentRef.setInput('problems', check(readPart, part));
  fixture.componentInstance.document.subscribe((next) => {
    told.push(next);
    fixture.componentRef.setInput('problems', check(readPart, next));
  });
  fixture.componentInstance.formProblems.subscribe((problems) => twice.push(problems));
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  const hand = handOn(fixture);
  return {
    page,
    hand,
    told,
    twice,
    now: () => told.at(-1) as unknown as Part,
    go: async (section: string) => {
      await hand.turnTo(section);
      await fixture.whenStable();
    },
    put: async (document: Entry) => {
      fixture.componentRef.setInput('document', document);
      await fixture.whenStable();
    },
  };
}

describe('a part that is edited', () => {
  it('is typed field by field; what is wrong is said there and counted at its section', async () => {
    const { hand, now, page } = await editing();
    await hand.type('Name', '');
    expect(now().name).toBe('');
    expect(page.querySelector('[role=alert]')?.textContent).toContain('A name needs at least one character.');
    expect(page.querySelector('.wrong')?.getAttribute('aria-label')).toBe('1 to mend');
    await hand.type('Name', 'Lantern bar');
    expect(now().name).toBe('Lantern bar');
    expect(page.querySelector('[role=alert]')).toBeNull();
    await hand.type('Memory', '12,5');
    expect(now().memory).toBe(12.5);
    await hand.type('Memory', 'much');
    expect(now().memory).toBe('much');
    expect(page.querySelector('[role=alert]')?.textContent).toContain('It is a number.');
  });
  it('has a price or none', async () => {
    const { hand, now } = await editing({ ...plain(PARTS[0]!), price: null });
    await hand.tick('It costs something');
    expect(now().price).toEqual({ amount: 10, currency: 'EUR' });
    await hand.type('It costs something: Price', '7,50');
    await hand.tick('It costs something');
    expect(now().price).toBeNull();
  });
  it('comes in ways that are added, changed and put in order', async () => {
    const { hand, now, go, page } = await editing({ ...plain(PARTS[0]!), channels: [] });
    await go('From where');
    await hand.press('Add way');
    await hand.choose('Way 1: It comes as', 'an archive');
    await hand.type('Way 1: Address', 'https://parts.example/lantern.tar.xz');
    await hand.choose('Way 1: It comes as', 'a repository with a script');
    expect(now().channels).toEqual([
      {
        way: 'repository',
        from: 'https://parts.example/lantern.tar.xz',
        script: 'install.sh',
        flags: [],
        admin: false,
      },
    ]);
    await hand.type('Way 1: Flags', '--quiet "two words"');
    expect(now().channels[0]).toMatchObject({ flags: ['--quiet', 'two words'] });
    await hand.press('Add way');
    const handle = page.querySelector('[aria-label="Move Way 2"]')!;
    handle.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp' }));
    expect(now().channels.map((c) => c.way)).toEqual(['package', 'repository']);
    await hand.press('Remove Way 1');
    expect(now().channels.map((c) => c.way)).toEqual(['repository']);
  });
  it('supplies a trait by a range, whose bounds are checked', async () => {
    const { hand, now, go, page } = await editing({ ...plain(PARTS[0]!), offers: [] });
    await go('Offers');
    await hand.press('Add offer');
    await hand.pick('Add trait to Offer 1', 'Thickness');
    await hand.choose('Offer 1: thickness: Supplied by', 'a range');
    await hand.type('Offer 1: thickness: most', '-5');
    expect(page.textContent).toContain('least ≤ most');
    await hand.type('Offer 1: thickness: most', '90');
    await hand.type('Offer 1: thickness: Key', 'bar/thickness');
    await hand.type('Offer 1: thickness: Place in the settings', 'Settings › Bar');
    expect(now().offers[0]).toMatchObject({
      kind: 'bar',
      supplies: {
        thickness: {
          range: { least: 0, most: 90, step: 1 },
          setting: { key: 'bar/thickness', place: 'Settings › Bar' },
        },
      },
    });
    expect(check(readPart, now())).toEqual([]);
  });
  it('takes two changes in one breath, and a document from elsewhere in place of its own', async () => {
    const { page, told, put } = await editing();
    const [name, author] = page.querySelectorAll<HTMLInputElement>('input[aria-label]');
    for (const [box, value] of [
      [name!, 'Lantern bar'],
      [author!, 'Somebody'],
    ] as const) {
      box.value = value;
      box.dispatchEvent(new Event('input', { bubbles: true }));
    }
    expect(told.at(-1)).toMatchObject({ name: 'Lantern bar', author: 'Somebody' });
    await put({ ...plain(PARTS[1]!) });
    expect(page.querySelector<HTMLInputElement>('input[aria-label=Name]')!.value).toBe(PARTS[1]!.name);
  });
  it('says names that stand twice', async () => {
    const { hand, twice, go } = await editing({
      ...plain(PARTS[0]!),
      channels: [{ way: 'package', names: { pipit: 'a', dunnock: 'b' } }],
    });
    await go('From where');
    await hand.open('A package, pipit: a, dunnock: b');
    await hand.type('Way 1: Packages 2: Distribution', 'pipit');
    expect(twice.at(-1)).toEqual([{ path: 'channels[0].names', sentence: '“pipit” stands there twice.' }]);
  });
});

describe('a document that is edited', () => {
  it('is checked field by field, and problems are counted where they lie', () => {
    const problems = check(readPart, { name: '', fits: [{ host: 'x' }] });
    const fits: Section = { id: 'f', label: 'F', help: '', fields: { fits: { is: 'lines', label: '' } } };
    expect(problems.filter((p) => p.path === 'name')).toHaveLength(1);
    expect(problemsIn(fits, problems)).toBe(2);
  });
  it('is there again after a reload until it is saved', () => {
    const draft = new DocumentDraft<{ id: string; name: string }>('test');
    draft.begin({ id: '1', name: 'as saved' });
    draft.change({ id: '1', name: 'as typed' });
    const again = new DocumentDraft<{ id: string; name: string }>('test');
    again.begin({ id: '1', name: 'as saved' });
    expect([again.document()?.name, again.resumed()]).toEqual(['as typed', true]);
    again.settle();
    const third = new DocumentDraft<{ id: string; name: string }>('test');
    third.begin({ id: '1', name: 'as saved' });
    expect([third.document()?.name, third.changed()]).toEqual(['as saved', false]);
  });
});
