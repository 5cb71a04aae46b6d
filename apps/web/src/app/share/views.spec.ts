import { of } from 'rxjs';
import { onDemo } from '../testing/demoBench';
import { savedFiles, textOf } from '../testing/files';
import { adoptsStyles } from '../testing/pixelsBench';
import { BundleView } from './bundleView';
import { SheetView } from './sheetView';

describe('a coat as a bundle', () => {
  it('holds nothing of the person’s own before they say so', async () => {
    const { page, hand, settle, bench } = await onDemo(BundleView);
    bench.api['sendBundle'] = () => of({ job: 'j' });
    const address = () => page.querySelector<HTMLAnchorElement>('a[download]')!.getAttribute('href')!;
    expect(address()).toMatch(/\/api\/bundles\/of\/coat\/[0-9a-f-]+$/);
    await hand.tick('My hostits surveys, readings, and what was tried on it');
    await settle();
    expect(address()).toMatch(/\?host=1$/);
    await hand.tick('Pictures of my desktopas they are, with what was seen on them');
    await settle();
    expect(address()).toMatch(/host=1&own=1$|own=1&host=1$/);
    await hand.tick('My hostits surveys, readings, and what was tried on it');
    await settle();
    expect(address()).toMatch(/\?own=1$/);
  });
});

describe('a coat as a sheet', () => {
  it('is read here, and saved as Markdown and as one page with its pictures in it', async () => {
    adoptsStyles();
    const saved = savedFiles();
    globalThis.fetch = () =>
      Promise.resolve({
        ok: true,
        blob: () => Promise.resolve(new Blob(['x'], { type: 'image/png' })),
      } as Response);
    const { page, hand, settle } = await onDemo(SheetView);
    const paper = page.querySelector('[aria-label="The sheet"]')!;
    for (const name of ['Rail', 'Clock', 'Pointer']) expect(paper.textContent).toContain(name);
    await hand.press('Markdown');
    const markdown = await textOf(saved[0]!);
    expect(markdown).toMatch(/^# A coat/);
    expect(markdown).toContain('Rail');
    await hand.press('Save as one page');
    await vi.waitFor(() => expect(saved.length).toBe(2));
    await settle();
    const html = await textOf(saved[1]!);
    expect(html).toContain('<!doctype html>');
    expect(html).not.toContain('/api/blobs/');
  });
});
