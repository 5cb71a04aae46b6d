import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { folderMeant, hostPathProblem, innerPathProblem, placeClass } from './places.js';

describe('places that a plan may write to', () => {
  it.each([
    ['~/.config/pinna/pinna.conf', 'own'],
    ['~/.local/share/icons/Samphire', 'own'],
    ['~/.icons/Samphire', 'own'],
    ['~/.fonts/reed.ttf', 'own'],
    ['~/.cache/spare-coat/x/x.zip', 'own'],
    ['~/.config', 'confirm'],
    ['~/.local/share', 'confirm'],
    ['~/.bashrc', 'confirm'],
    ['~/.ssh', 'confirm'],
    ['~/.cache/other/x', 'confirm'],
    ['~/.local/bin/x', 'confirm'],
    ['~/.config/autostart/x.desktop', 'confirm'],
    ['~/.local/share/dbus-1/services/x', 'confirm'],
    ['~/.configure/x', 'confirm'],
    ['/etc/passwd', 'system'],
    ['/', 'system'],
    ['~', 'system'],
    ['~/', 'system'],
    ['~/.config/../.ssh', 'system'],
    ['~/.config/./x', 'system'],
    ['~/.config//x', 'system'],
    ['~/.config/a\nb', 'system'],
    ['.config/x', 'system'],
  ] as const)('%s is %s', (path, is) => {
    expect(placeClass(path)).toBe(is);
  });
  it.each(['..', 'a/../..', '../../../.bashrc', '/etc', '~/x', '-rf', 'a//b', './a', 'a\\..\\b', 'a\0b'])(
    '%j is no path inside an archive',
    (path) => {
      expect(innerPathProblem(path)).not.toBeNull();
    },
  );
  it.each(['Samphire', 'a/b c/ü', 'a/', '.hidden/x', "it's"])('%j is one', (path) => {
    expect(innerPathProblem(path)).toBeNull();
  });
  it('nothing that is one’s own leaves the folder that is meant', () => {
    const step = fc.constantFrom('..', '.', '', '.config', '.local', 'share', 'x', '-rf', '.ssh', '~', 'a b');
    fc.assert(
      fc.property(fc.constantFrom('~/', '/', ''), fc.array(step, { maxLength: 6 }), (lead, steps) => {
        const path = lead + steps.join('/');
        if (placeClass(path) !== 'own') return;
        // As a file system resolves it, it lies strictly below the folder.
        const resolved: string[] = [];
        for (const s of path.split('/'))
          if (s === '..') resolved.pop();
          else if (s !== '' && s !== '.') resolved.push(s);
        const plain = resolved.join('/');
        expect(plain.startsWith(`${folderMeant(path)}/`)).toBe(true);
        expect(hostPathProblem(path)).toBeNull();
      }),
    );
  });
  it('the folder meant is the narrowest', () => {
    expect(folderMeant('~/.config/x')).toBe('~/.config');
    expect(folderMeant('~/.cache/spare-coat/x/y')).toBe('~/.cache/spare-coat');
    expect(folderMeant('~/.bashrc')).toBe('~');
  });
});
