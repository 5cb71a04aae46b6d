import { describe, expect, it } from 'vitest';
import { scriptHelp } from './scriptHelp.js';

const brief = (script: string, readme = '') =>
  scriptHelp(script, readme).map(({ flag, also, takes, values }) => [flag, also, takes, values]);

describe('what an install script can be told', () => {
  it('is read from help that it prints from one text', () => {
    const script = `#!/bin/sh
usage() {
cat <<EOF
Usage: ./install.sh [OPTION]...

OPTIONS:
  -d, --dest DIR          Where it goes (Default: ~/.local/share)
  -a, --accent NAME...    Accents that are built
                          [default|plum|clay|moss|all] (Default: default)
  -s, --size VARIANT      Sizes: (standard, compact)
  --round                 With round corners
  -h, --help              Show this
EOF
}`;
    expect(brief(script)).toEqual([
      ['--dest', ['-d'], 'DIR', []],
      ['--accent', ['-a'], 'NAME', ['default', 'plum', 'clay', 'moss', 'all']],
      ['--size', ['-s'], 'VARIANT', ['standard', 'compact']],
      ['--round', [], null, []],
      ['--help', ['-h'], null, []],
    ]);
    expect(scriptHelp(script)[1]!.help).toBe(
      'Accents that are built [default|plum|clay|moss|all] (Default: default)',
    );
  });
  it('is read from lines that it prints one by one', () => {
    const script = `
  printf "  %-25s%s\\n" "-c, --colour" "Colours of the look [light|dark]"
  echo "  -q        Say nothing"
  printf '%s\\n' '  --opaque=SHARE   How solid menus are'`;
    expect(brief(script)).toEqual([
      ['--colour', ['-c'], 'value', ['light', 'dark']],
      ['-q', [], null, []],
      ['--opaque', [], 'SHARE', []],
    ]);
  });
  it('is read from a readme, and what both tell is told once', () => {
    const readme = [
      '## Options',
      '',
      '- `--accent <name>`  One of (plum, clay)',
      '* `--shell`   Dress the shell too',
    ].join('\n');
    expect(brief('  --accent NAME   An accent\n', readme)).toEqual([
      ['--accent', [], 'NAME', []],
      ['--shell', [], null, []],
    ]);
  });
  it('is nothing of text that only looks like it', () => {
    expect(
      brief(
        'rm -rf "$dir"\n- a point of a list\nset -e\n[ -d x ] || exit\ncase $1 in\n  -h|--help) usage ;;\n',
      ),
    ).toEqual([]);
  });
});
