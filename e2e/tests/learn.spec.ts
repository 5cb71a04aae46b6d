import { download, send, wanted } from '../support/commands';
import { stage } from '../support/demo';
import { learnDesktop } from '../support/learning';
import { SettingsHome } from '../support/settingsHome';
import { expect, newCoat, saved, test } from '../support/test';

/** The settings of a desktop that nobody knows: what of it is about looks it says itself. */
const SCHEMAS = `<schemalist>
  <enum id="net.ferrywharf.Edge"><value nick="top" value="0"/><value nick="bottom" value="1"/><value nick="left" value="2"/></enum>
  <schema id="net.ferrywharf.taskbar" path="/net/ferrywharf/taskbar/">
    <key name="height" type="u"><default>30</default><range min="16" max="96"/><summary>Height of the taskbar</summary></key>
    <key name="position" enum="net.ferrywharf.Edge"><default>'bottom'</default><summary>Edge of the screen where the taskbar is</summary></key>
    <key name="opacity" type="d"><default>1.0</default><range min="0" max="1"/><summary>Opacity of the taskbar</summary></key>
    <key name="background" type="s"><default>"#202020"</default><summary>Background colour of the taskbar</summary></key>
    <key name="reveal-delay" type="i"><default>300</default><summary>Delay before the taskbar comes back</summary></key>
  </schema>
  <schema id="net.ferrywharf.clock" path="/net/ferrywharf/clock/">
    <key name="format" type="s"><default>"%H:%M"</default><summary>Format of the clock</summary></key>
    <key name="text-colour" type="s"><default>"#ffffff"</default><summary>Colour of the clock's text</summary></key>
  </schema>
  <schema id="net.ferrywharf.look" path="/net/ferrywharf/look/">
    <key name="cursor-size" type="i"><default>24</default><range min="16" max="96"/><summary>Size of the mouse pointer</summary></key>
    <key name="icon-theme" type="s"><default>"Oakum"</default><summary>Icon theme</summary></key>
    <key name="password-store" type="s"><default>"none"</default><summary>Where passwords are kept</summary></key>
  </schema>
</schemalist>`;

test('a desktop that nobody knows is learnt from its own settings, dressed by its script, and undressed', async ({
  page,
}) => {
  const desktop = new SettingsHome('Ferrywharf', SCHEMAS);
  try {
    desktop.set('net.ferrywharf.taskbar', 'height', '40');
    const before = desktop.kept();
    await newCoat(page, 'A look for the ferry');
    const elements = wanted([
      ['bar', 'Head bar', { thickness: 52, edge: 'top', opacity: 65, colour: '#7a4fa3' }],
      ['clock', 'Hours', { format: 'EEE d MMM HH:mm', colour: '#f2e6c9' }],
      ['pointer', 'Arrow', { size: 32 }],
    ]);
    await send(page, 'Add', elements);
    await learnDesktop(page, desktop, 'Ferrywharf', '7 of 7');

    await stage(page, 'Match');
    for (const name of ['Head bar', 'Hours', 'Arrow']) {
      await page
        .getByRole('navigation', { name: 'Elements' })
        .getByRole('button', { name: new RegExp(`^${name}`) })
        .click();
      await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
      await page
        .getByRole('button', { name: /^Choose .* of this desktop/ })
        .first()
        .click();
      await saved(page);
      await expect(page.getByRole('button', { name: /^Release .* of this desktop/ })).toBeVisible();
    }
    await stage(page, 'Plan');
    const apply = await download(page, /^Shell script/);
    const undo = await download(page, /^Undo script/);
    desktop.run(apply);
    expect({
      height: desktop.get('net.ferrywharf.taskbar', 'height'),
      edge: desktop.get('net.ferrywharf.taskbar', 'position'),
      opacity: desktop.get('net.ferrywharf.taskbar', 'opacity'),
      colour: desktop.get('net.ferrywharf.taskbar', 'background'),
      clock: desktop.get('net.ferrywharf.clock', 'format'),
      ink: desktop.get('net.ferrywharf.clock', 'text-colour'),
      pointer: desktop.get('net.ferrywharf.look', 'cursor-size'),
      icons: desktop.get('net.ferrywharf.look', 'icon-theme'),
    }).toEqual({
      height: 'uint32 52',
      edge: "'top'",
      opacity: '0.65000000000000002',
      colour: "'#7a4fa3'",
      clock: "'%a %-d %b %H:%M'",
      ink: "'#f2e6c9'",
      pointer: '32',
      icons: "'Oakum'",
    });
    // A survey of afterwards proves it; without a new one nothing is.
    desktop.run(undo);
    expect(desktop.kept()).toEqual(before);
    expect(desktop.get('net.ferrywharf.taskbar', 'height')).toBe('uint32 40');
  } finally {
    await desktop.stop();
  }
});
