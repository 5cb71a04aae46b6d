import { FERNBANK } from '@spare-coat/demo/profileFernbank';
import { PROFILES } from '@spare-coat/demo/profiles';
import { of, throwError } from 'rxjs';
import { onDemo, rowsIn } from '../testing/demoBench';
import { Host } from './host';
import { ProfileView } from './profileView';

describe('the choice of a host', () => {
  it('shows every profile, and of the chosen one its distributions', async () => {
    const { page, hand, bench } = await onDemo(Host);
    for (const p of PROFILES) expect(page.textContent).toContain(`${p.name} ${p.version}`);
    expect(page.textContent).toContain('Chosen');
    const other = FERNBANK.channels[1]!;
    await hand.choose('Distribution', other.name);
    expect(bench.sent.at(-1)).toMatchObject({
      type: 'coat.host',
      profileId: FERNBANK.id,
      channel: other.id,
    });
  });
  it('chooses another one with its first distribution, and one after the other without a fault', async () => {
    const { hand, bench, settle } = await onDemo(Host);
    const others = PROFILES.filter((p) => p.id !== FERNBANK.id);
    for (const p of [...others, ...others].slice(0, 3)) {
      await hand.press(`Choose ${p.name} ${p.version}`);
      await settle();
      const chosen = bench.sent.filter((c) => c.type === 'coat.host').at(-1);
      expect(chosen).toMatchObject({ profileId: p.id, channel: p.channels[0]!.id });
    }
  });
  it('says why there is none to choose from', async () => {
    const { page } = await onDemo(Host, {
      before: (b) => {
        b.api['profiles'] = () => throwError(() => new Error('The server does not answer.'));
      },
    });
    expect(page.textContent).toContain('The server does not answer.');
  });
  it('says what a length becomes under each way to carry it', async () => {
    const { page, bench, settle } = await onDemo(Host);
    const example = () => /Rail: [^.]+px in the picture become ([\d.]+) px/.exec(page.textContent)?.[1];
    expect(example()).toBe('84');
    bench.lay({ type: 'coat.policy', policy: 'same pixels' });
    await settle();
    expect(example()).toBe('112');
  });
  it('takes no display that cannot be, says why, and keeps what was typed', async () => {
    const { page, bench, hand, settle } = await onDemo(Host);
    await hand.type('Width, px', '-5');
    await settle();
    expect(page.querySelector('[role="alert"]')?.textContent).toContain('whole number from 320 to 16384');
    expect(page.querySelector<HTMLInputElement>('[aria-label="Width, px"]')!.value).toBe('-5');
    expect(bench.sent).toEqual([]);
    await hand.type('Width, px', '2560');
    expect(bench.sent.at(-1)).toMatchObject({ type: 'display.set', width: 2560, height: 1080 });
    expect(page.querySelector('[role="alert"]')).toBeNull();
  });
});

describe('a host profile that is looked into', () => {
  const looked = (more: Parameters<typeof onDemo>[1] = {}) =>
    onDemo(ProfileView, { ...more, inputs: { profile: FERNBANK.id } });
  it('lists its settings, which words narrow', async () => {
    const { page, hand, settle } = await looked();
    const all = rowsIn(page).length;
    expect(all).toBeGreaterThan(20);
    await hand.type('Filter settings', 'thickness');
    await settle();
    const some = rowsIn(page).slice(1);
    expect(some.length).toBeGreaterThan(0);
    expect(some.length).toBeLessThan(all);
    expect(some.every((r) => r.join(' ').toLowerCase().includes('thickness'))).toBe(true);
  });
  it('says why it cannot be shown', async () => {
    const { page } = await looked({
      before: (b) => {
        b.api['profileRevisions'] = () => of({ revisions: [{ revision: 7, name: '', version: '', at: '' }] });
        b.api['profile'] = () => throwError(() => new Error('There is no such host profile.'));
      },
    });
    expect(page.textContent).toContain('There is no such host profile.');
  });
});
