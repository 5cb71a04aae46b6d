import { describe, expect, it } from 'vitest';
import { execProblems, strayBlanks } from './desktopEntry.js';

describe('a command in an Exec line', () => {
  it.each([
    'tidebar --menu',
    '"/opt/tide bar/tidebar" --title "low water" %U',
    'sh -c "echo \\"a\\" \\$HOME"',
    'env TIDE=1 tidebar -- file',
    'tar -xf - tide',
    'cp dunes/ /srv/dunes',
    'tidebar --at=3 %f',
  ])('%s is right', (command) => {
    expect([...execProblems(command), ...strayBlanks(command)]).toEqual([]);
  });
  it.each([
    ['tidebar "low water', /does not close it/],
    ['tide"bar menu"', /quotes a part/],
    ['"tide bar"menu', /quotes a part/],
    ['tidebar | less', /\| outside quotes/],
    ['tidebar $HOME', /\$ outside quotes/],
    ['sh -c "echo $HOME"', /\$ inside quotes/],
    ['tidebar %x', /unknown field code/],
    ['tidebar %f %u', /more than one place/],
  ])('%s is not, by the rules of the specification', (command, why) => {
    expect(execProblems(command).join(' ')).toMatch(why);
  });
  it.each([
    [' tidebar', /before the command/],
    ['tidebar ', /behind it/],
    ['tidebar  --menu', /Two blanks/],
    ['tidebar - m', /parts a dash from its word: - m/],
    ['tidebar - -menu', /parts a dash/],
    ['tidebar -- at=3', /parts a dash/],
    ['tidebar --at =3', /sign of equality/],
    ['tidebar --at= 3', /sign of equality/],
    ['/opt/ tidebar --menu', /path/],
  ])('%j has a stray blank', (command, why) => {
    expect(strayBlanks(command).join(' ')).toMatch(why);
  });
  it('has no stray blank in what stands in quotes', () => {
    expect(strayBlanks('tidebar --say "a  b = - c"')).toEqual([]);
  });
});
