import { getByRole } from '@testing-library/dom';
import { of, throwError } from 'rxjs';
import { Notices } from '../../shared/notices';
import { TestBed } from '@angular/core/testing';
import { onDemo } from '../../testing/demoBench';
import { laidOut } from '../../testing/pixelsBench';
import { workersHere } from '../../testing/workers';
import { PlanView } from '../planView';
import { RehearsalStage } from './rehearsal';

async function rehearsal(
  mirror: () => unknown = () => throwError(() => new Error('The mirror does not answer.')),
) {
  workersHere();
  laidOut(800, 600);
  const mounted = await onDemo(RehearsalStage, {
    providers: [PlanView],
    before: (bench) => {
      bench.api['mirror'] = mirror as never;
    },
  });
  const wait = async () => {
    for (let i = 0; i < 4; i++) await mounted.settle();
  };
  await wait();
  const caption = () => mounted.page.querySelector('.faces figure:last-of-type figcaption')!.textContent;
  const steps = () => [...mounted.page.querySelectorAll('ol.frames > li')];
  return { ...mounted, wait, caption, steps };
}

describe('a rehearsal', () => {
  it('goes through the whole plan, and says how close the desktop comes', async () => {
    const { caption, steps, page } = await rehearsal();
    expect(steps().length).toBeGreaterThan(10);
    expect(caption()).toMatch(new RegExp(`\\d+ % after ${steps().length} of ${steps().length} steps`));
    expect(page.querySelectorAll('ol.gains > li').length).toBeGreaterThan(0);
    expect(page.textContent).not.toContain('not reached');
  });
  it('is gone through step by step, and starts as the host is', async () => {
    const { caption, hand, steps, wait } = await rehearsal();
    const title = steps()[0]!.querySelector('.mdc-button__label')!.textContent.trim();
    await hand.press(title);
    await wait();
    expect(caption()).toContain(`after 1 of ${steps().length} steps: ${title}`);
    await hand.press('One step back');
    await wait();
    expect(caption()).toContain(`after 0 of ${steps().length} steps, as the host is`);
    await hand.press('One step on');
    await wait();
    expect(caption()).toContain('after 1 of');
  });
  it('stops where a fault is put in, and goes on when it is taken out', async () => {
    const { hand, page, steps, wait } = await rehearsal();
    const at = steps().findIndex((li) =>
      /^\s*Fetch/.test(li.querySelector('.mdc-button__label')!.textContent),
    );
    const title = steps()[at]!.querySelector('.mdc-button__label')!.textContent.trim();
    await hand.choose(`What goes wrong with: ${title}`, 'disk full');
    await wait();
    expect(page.querySelector('aside [role="status"]')!.textContent).toContain(`It stops at “${title}”.`);
    expect(steps().at(-1)!.textContent).toContain('not reached');
    await hand.press('Let everything work');
    await wait();
    expect(page.textContent).not.toContain('It stops at');
    expect(steps().at(-1)!.textContent).not.toContain('not reached');
  });
  it('finds the shortest plan that comes as close as is asked for', async () => {
    const { hand, page, wait } = await rehearsal();
    await hand.type('Closeness to reach, in percent', '100');
    await wait();
    expect(page.querySelector('.wanted')!.textContent).toContain('the whole plan does not reach it');
    await hand.type('Closeness to reach, in percent', '1');
    await wait();
    expect(page.querySelector('.wanted')!.textContent).toContain('is there already');
    await hand.type('Closeness to reach, in percent', '0');
    await wait();
    expect(page.querySelector('.wanted [role="alert"]')!.textContent).toContain('a number from 1 to 100');
  });
  it('tells its numbers as a table as well', async () => {
    const { hand, page, steps, wait } = await rehearsal();
    const label = page.querySelector('coat-chart canvas')!.getAttribute('aria-label')!;
    await hand.press(`As numbers: ${label}`);
    await wait();
    const rows = [...page.querySelectorAll('coat-chart tbody tr')];
    expect(rows).toHaveLength(steps().length + 1);
    expect(rows[0]!.textContent).toContain('none yet');
    expect(rows.at(-1)!.textContent).toMatch(/\d+\.\d %/);
  });
  it('fails where a mirror does not have a package, and keeps with the part that it is there', async () => {
    const kept: unknown[] = [];
    const { bench, hand, page, wait } = await rehearsal(() => of({ packages: [] }));
    expect(page.querySelector('aside [role="status"]')!.textContent).toContain('has no package');
    bench.api['putPart'] = ((part: unknown) => {
      kept.push(part);
      return of({ part, shipped: false });
    }) as never;
    const button = getByRole(page, 'button', { name: /is there|whatever/i });
    await hand.press(button.textContent.trim());
    await wait();
    expect(kept).toHaveLength(1);
    expect(JSON.stringify(kept[0])).toContain('sure');
  });
  it('has nothing to go through where nothing was chosen', async () => {
    workersHere();
    laidOut(800, 600);
    const { page } = await onDemo(RehearsalStage, {
      providers: [PlanView],
      before: (bench) => {
        bench.api['mirror'] = () => of({ packages: [] });
        for (const match of Object.values(bench.rows().match))
          bench.lay({ type: 'match.release', elementId: match.elementId });
      },
    });
    expect(TestBed.inject(Notices).list()).toEqual([]);
    expect(page.textContent).toContain('Choose something in Match first.');
  });
});
