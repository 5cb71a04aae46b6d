import { TestBed } from '@angular/core/testing';
import { CoatStore } from '../shared/coatStore';
import { Notices } from '../shared/notices';
import { testId } from '../testing/bench';
import { onDemo } from '../testing/demoBench';
import { Match } from './match';

describe('a duty that nothing does any more', () => {
  it('is asked about when a choice takes it away, and not when the coat is opened', async () => {
    const { bench, settle } = await onDemo(Match, {
      select: 'Rail',
      before: (b) => {
        b.lay({ type: 'match.release', elementId: b.element['Rail']! });
        // One bar alone counts.
        for (const [id, element] of Object.entries(b.rows().element))
          if (['bar', 'dock'].includes(element.kind) && element.name !== 'Rail')
            b.lay({
              type: 'match.say',
              elementId: id,
              matchId: testId(),
              said: 'left alone',
              reason: '',
              lost: '',
            });
      },
    });
    await settle();
    const asked = () =>
      TestBed.inject(Notices)
        .list()
        .map((n) => n.text)
        .filter((text) => text.endsWith('What does it now?'));
    expect(asked()).toEqual([]);
    const rail = bench.rows().element[bench.element['Rail']!]!;
    const store = TestBed.inject(CoatStore);
    const send = (command: Parameters<typeof store.send>[0]) => expect(store.send(command)).toBe(true);
    send({
      type: 'match.choose',
      elementId: rail.id,
      matchId: testId(),
      layerId: testId(),
      partId: null,
      partRevision: null,
      offer: 'bar-1',
    });
    const layer = Object.values(bench.rows().layer).find((l) => l.offer === 'bar-1')!;
    send({
      type: 'match.setting',
      layerId: layer.id,
      trait: 'items',
      variantId: null,
      value: { start: ['clock'], centre: [], end: [] },
    });
    await settle();
    expect(asked()).toContain('Nothing does the duty of the window list any more. What does it now?');
  });
});
