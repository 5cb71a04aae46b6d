import { TestBed } from '@angular/core/testing';
import { readPart } from '@spare-coat/core/model/parts/part';
import type { Offer } from '@spare-coat/core/model/offers/offer';
import { describe, expect, it } from 'vitest';
import { handOn } from '../../testing/hand';
import { ChannelsBox } from './channelsBox';
import { DocumentEditor } from './documentEditor';
import { DocumentDraft, check } from './editing';
import { OffersBox } from './offersBox';
import { RowsBox, type Entry } from './rowsBox';
import { problemsIn, type Section } from './section';

describe('offers', () => {
  async function offers(first: readonly Offer[]) {
    const fixture = TestBed.createComponent(OffersBox);
    const told: { now: readonly Offer[] } = { now: first };
    fixture.componentRef.setInput('offers', first);
    fixture.componentInstance.offers.subscribe((next) => {
      told.now = next;
      fixture.componentRef.setInput('offers', next);
    });
    await fixture.whenStable();
    return { fixture, told };
  }
  const bar: Offer = { id: 'b', kind: 'bar', name: 'Bar', replaces: false, supplies: {} };

  it('are supplied by a range, whose bounds are checked as they are typed', async () => {
    const { fixture, told } = await offers([bar]);
    const hand = handOn(fixture);
    await hand.choose('Thickness is supplied by', 'a range');
    await hand.type('Thickness: most', '-1');
    expect((fixture.nativeElement as HTMLElement).querySelector('[role="alert"]')?.textContent).toMatch(
      /least ≤ most/,
    );
    await hand.type('Thickness: most', '64');
    expect(told.now[0]!.supplies['thickness']).toMatchObject({ range: { least: 0, most: 64, step: 1 } });
    await hand.choose('Thickness is supplied by', 'not at all');
    expect(told.now[0]!.supplies).toEqual({});
  });
  it('of another kind lose the traits that it does not have', async () => {
    const { fixture, told } = await offers([
      { ...bar, supplies: { edge: { fixed: 'top' }, colour: { fixed: '#808080' } } },
    ]);
    await handOn(fixture).choose('Serves', 'Clock');
    expect(told.now[0]).toMatchObject({ kind: 'clock', supplies: { colour: { fixed: '#808080' } } });
    expect(Object.keys(told.now[0]!.supplies)).toEqual(['colour']);
  });
});

describe('rows', () => {
  it('are changed, moved and removed, each told as a new list', async () => {
    const fixture = TestBed.createComponent(RowsBox);
    let now: readonly Entry[] = [{ what: 'a' }, { what: 'b' }];
    fixture.componentRef.setInput('label', 'Things');
    fixture.componentRef.setInput('columns', [{ key: 'what', label: 'What', type: 'text' }]);
    fixture.componentRef.setInput('fresh', { what: '' });
    fixture.componentRef.setInput('rows', now);
    fixture.componentInstance.rows.subscribe((next) => {
      now = next;
      fixture.componentRef.setInput('rows', next);
    });
    await fixture.whenStable();
    const hand = handOn(fixture);
    await hand.type('Things 2: What', 'c');
    expect(now).toEqual([{ what: 'a' }, { what: 'c' }]);
    await hand.press('Move up: Things 2');
    expect(now).toEqual([{ what: 'c' }, { what: 'a' }]);
    await hand.press('Remove: Things 1');
    expect(now).toEqual([{ what: 'a' }]);
  });
});

describe('ways to get a part', () => {
  it('keep what two ways have in common', async () => {
    const fixture = TestBed.createComponent(ChannelsBox);
    let now: readonly Entry[] = [
      { way: 'archive', from: 'https://a.example/x', file: 'x.zip', root: 'x', sort: 'font' },
    ];
    fixture.componentRef.setInput('channels', now);
    fixture.componentInstance.channels.subscribe((next) => (now = next));
    await fixture.whenStable();
    await handOn(fixture).choose('Way 1: comes as', 'an installer');
    expect(now).toEqual([
      { way: 'installer', from: 'https://a.example/x', file: 'x.zip', admin: false, choices: [] },
    ]);
  });
});

describe('a document that is edited', () => {
  it('is checked field by field, and problems are counted where they lie', () => {
    const problems = check(readPart, { name: '', fits: [{ host: 'x' }] });
    const fits: Section = { id: 'f', label: 'F', help: '', kind: 'rows', at: 'fits', columns: [], fresh: {} };
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

describe('a document', () => {
  it('keeps both of two changes that come in one breath, before the page has drawn the first', async () => {
    const fixture = TestBed.createComponent(DocumentEditor);
    const told: Entry[] = [];
    fixture.componentRef.setInput('document', { name: 'New part', licence: '' });
    fixture.componentRef.setInput('problems', []);
    fixture.componentRef.setInput('sections', [
      {
        id: 'a',
        label: 'About',
        help: '',
        kind: 'fields',
        fields: [
          { key: 'name', label: 'Name', type: 'text' },
          { key: 'licence', label: 'Licence', type: 'text' },
        ],
      },
    ]);
    fixture.componentInstance.document.subscribe((next) => told.push(next));
    await fixture.whenStable();
    const [name, licence] = (fixture.nativeElement as HTMLElement).querySelectorAll('input');
    for (const [box, value] of [
      [name!, 'Lantern bar'],
      [licence!, 'GPL-3.0-or-later'],
    ] as const) {
      box.value = value;
      box.dispatchEvent(new Event('input', { bubbles: true }));
      box.dispatchEvent(new Event('change', { bubbles: true }));
    }
    expect(told.at(-1)).toEqual({ name: 'Lantern bar', licence: 'GPL-3.0-or-later' });
  });
});
