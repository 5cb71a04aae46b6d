import { TERMINAL_ROLES } from '@spare-coat/core/model/kinds/terminal/traits';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import type { Offer } from '@spare-coat/core/model/offers/offer';
import { fixed, supplier, supplies } from './supplies.js';

/** What stands on a desktop beside its bars and frames: what the invented desktops set of it by themselves. */

const EDGES = ['top', 'right', 'bottom', 'left'];
const LAUNCHER_CLICKS = ['opens the launcher', 'opens a menu', 'shows all windows', 'nothing'];
const CORNERS = ['nothing', 'overview of windows', 'launcher', 'desktop', 'workspaces'];

/** Ways of setting things, by kind of element. @param path of the file that holds the terminal's colours; null: settings */
function made(prefix: string, place: string, path: string | null): Readonly<Record<string, Offer>> {
  const on = (what: string, words: string) => supplier(`${prefix}.${what}`, `${place} › ${words}`);
  const offer = (kind: string, name: string, ...told: Parameters<typeof supplies>): Offer => ({
    id: kind,
    kind,
    name,
    replaces: false,
    supplies: supplies(...told),
  });
  const desk = on('desk', 'Desktop');
  const tray = on('tray', 'Bars › Status area');
  const tasks = on('tasks', 'Bars › Window list');
  const pages = on('pages', 'Bars › Workspaces');
  const menus = on('menus', 'Bars › Menus');
  const keys = on('keys', 'Keyboard › Mark');
  const player = on('player', 'Bars › Player');
  const find = on('find', 'Bars › Search');
  const views = on('views', 'Bars › Overview');
  const bin = on('bin', 'Bars › Bin');
  const bare = on('bare', 'Bars › Bare desktop');
  const gap = on('gap', 'Bars › Spacer');
  const dock = on('dock', 'Dock');
  const launcher = on('menu', 'Launcher');
  const click = on('click', 'Launcher › Clicks');
  const controls = on('controls', 'Look › Controls');
  const files = on('files', 'Files › View');
  const icon = on('icon', 'Look › Icons › One by one');
  const mono = on('mono', 'Type › Fixed width');
  const term = supplier(`${prefix}.term`, `${place} › Terminal`, undefined, path ?? undefined);
  const motion = on('motion', 'Motion');
  const glass = on('glass', 'Look › Translucency');
  const key = on('keys', 'Keyboard › Launcher');
  const edges = on('edges', 'Desktop › Edges');
  const apps = on('apps', 'Applications › Usual ones');
  const sound = on('sound', 'Sound');
  const web = on('web', 'Applications › Browser');
  const start = on('start', 'Session › First view');
  const palette = ((): ReturnType<typeof term.any> => {
    const [trait, supply] = term.any('palette', path === null ? 'Colours' : 'colour-{role}');
    const roles = Object.fromEntries(TERMINAL_ROLES.map((role, n) => [role, String(n)]));
    if (!('setting' in supply)) return [trait, supply];
    const { setting } = supply;
    return [
      trait,
      { ...supply, setting: { ...setting, key: `${prefix}.term.colour-{role}`, writes: { roles } } },
    ];
  })();
  const all = [
    offer(
      'desktop-items',
      'Things on the desktop',
      desk.any('shown', 'Show'),
      desk.range('size', 'Size', 16, 128, 8),
      desk.range('gridWidth', 'Across', 48, 240, 4),
      desk.range('gridHeight', 'Down', 48, 240, 4),
      desk.any('inkColour', 'Words'),
    ),
    offer(
      'status-area',
      'Status area',
      tray.items(
        'items',
        'Items that stay',
        'network',
        'sound',
        'battery',
        'keyboard layout',
        'notifications',
        'clipboard',
        'updates',
      ),
      tray.range('size', 'Size', 12, 32, 2),
      tray.range('spacing', 'Between them', 0, 24),
      tray.any('colour', 'Colour'),
      tray.any('place', 'Place'),
    ),
    offer(
      'window-list',
      'Window list',
      tasks.oneOf('show', 'Show', 'picture only', 'picture and title', 'title only'),
      tasks.oneOf('grouping', 'Together', 'never', 'when full', 'always'),
      tasks.range('size', 'Pictures', 12, 48, 2),
      tasks.range('entryWidth', 'Width of an entry', 24, 320, 4),
      tasks.range('share', 'Share of the bar', 10, 100, 5),
      tasks.oneOf('alignment', 'Alignment', 'start', 'centre', 'end'),
      tasks.oneOf('runningMark', 'Mark', 'none', 'line', 'plate'),
      tasks.any('place', 'Place'),
    ),
    offer(
      'workspace-switcher',
      'Workspaces',
      pages.range('count', 'Number', 1, 12),
      pages.oneOf('show', 'Show', 'numbers', 'names', 'dots'),
      pages.range('size', 'Size', 10, 40, 2),
      pages.any('place', 'Place'),
    ),
    offer(
      'bar-menus',
      'Menus of windows',
      menus.any('present', 'In the bar'),
      menus.any('colour', 'Colour'),
      menus.any('place', 'Place'),
    ),
    offer(
      'keyboard-mark',
      'Layout of the keyboard',
      keys.oneOf('show', 'Show', 'two letters', 'three letters', 'name', 'picture'),
      keys.any('text', 'Text'),
      keys.range('size', 'Size', 8, 24),
      keys.any('colour', 'Colour'),
      keys.any('place', 'Place'),
    ),
    offer(
      'media-control',
      'Player',
      player.items('items', 'Switches', 'back', 'play', 'forward', 'title', 'artist', 'cover'),
      player.range('width', 'Width', 40, 400, 10),
      player.any('colour', 'Colour'),
      player.any('place', 'Place'),
    ),
    offer(
      'search-button',
      'Search',
      find.range('size', 'Size', 12, 48, 2),
      find.oneOf('form', 'As', 'picture', 'field', 'word'),
      find.any('colour', 'Colour'),
      find.any('place', 'Place'),
    ),
    offer(
      'overview-button',
      'Overview',
      views.range('size', 'Size', 12, 48, 2),
      views.any('colour', 'Colour'),
      views.any('place', 'Place'),
    ),
    offer(
      'bin',
      'Bin',
      bin.range('size', 'Size', 12, 64, 2),
      bin.any('colour', 'Colour'),
      bin.any('place', 'Place'),
    ),
    offer(
      'show-desktop',
      'Bare desktop',
      bare.oneOf('form', 'As', 'button', 'thin strip', 'corner'),
      bare.range('width', 'Width', 2, 48),
      bare.any('place', 'Place'),
    ),
    offer(
      'spacer',
      'Spacer',
      gap.range('length', 'Length', 0, 100),
      gap.any('line', 'Line'),
      gap.any('place', 'Place'),
    ),
    offer(
      'dock',
      'Dock',
      dock.oneOf('edge', 'Edge', ...EDGES),
      dock.range('thickness', 'Thickness', 24, 128, 2),
      dock.range('edgeShare', 'Length', 10, 100),
      dock.oneOf('alignment', 'Alignment', 'start', 'centre', 'end'),
      dock.range('margin', 'Distance', 0, 32),
      dock.oneOf('hiding', 'Hiding', 'never', 'when a window is over it', 'always'),
      dock.oneOf('besideMaximised', 'Beside wide windows', 'keeps its space', 'gives way', 'covers'),
      dock.range('opacity', 'Opacity', 0, 100, 5),
      dock.any('colour', 'Colour'),
      dock.range('cornerRadius', 'Corners', 0, 32),
      dock.items(
        'items',
        'Items',
        'launcher',
        'pinned items',
        'window list',
        'bin',
        'clock',
        'workspace switcher',
      ),
      dock.range('iconSize', 'Icons', 16, 96, 4),
      dock.range('spacing', 'Between them', 0, 32),
      dock.range('padding', 'Around them', 0, 32),
      dock.oneOf('runningMark', 'Mark', 'none', 'dot', 'line', 'notch'),
    ),
    offer(
      'launcher',
      'Launcher',
      launcher.oneOf('style', 'Layout', 'list', 'list and columns', 'grid', 'search only'),
      launcher.range('width', 'Width', 200, 1200, 10),
      launcher.range('height', 'Height', 200, 1200, 10),
      launcher.range('firstColumn', 'First column', 80, 600, 10),
      launcher.range('secondColumn', 'Second column', 0, 600, 10),
      launcher.oneOf('place', 'Place', 'beside the button', 'middle of the screen', 'middle of its bar'),
      launcher.items(
        'order',
        'Order',
        'favourites',
        'recent',
        'categories',
        'all programmes',
        'places',
        'search',
        'session',
      ),
      launcher.any('entries', 'Entries of your own'),
      launcher.oneOf('searchField', 'Search field', 'top', 'bottom', 'none'),
      launcher.any('colour', 'Colour'),
      launcher.range('cornerRadius', 'Corners', 0, 24),
      launcher.range('opacity', 'Opacity', 20, 100, 5),
    ),
    offer(
      'launcher-clicks',
      'Clicks on the launcher',
      click.oneOf('left', 'Left', ...LAUNCHER_CLICKS),
      click.oneOf('right', 'Right', ...LAUNCHER_CLICKS),
    ),
    offer(
      'controls',
      'Controls',
      controls.any('accent', 'Accent'),
      controls.any('highlight', 'Selected'),
      fixed('density', 'usual'),
    ),
    offer(
      'file-manager',
      'Files',
      files.range('sidebarWidth', 'Side column', 120, 400, 4),
      files.range('iconSize', 'Icons', 16, 256, 16),
      files.oneOf('toolbar', 'Toolbar', 'pictures', 'pictures and words', 'one line with the path'),
      files.oneOf('view', 'View', 'pictures', 'list', 'columns'),
    ),
    offer(
      'app-icon',
      'One icon',
      icon.any('application', 'Application'),
      icon.any('picture', 'Picture'),
      fixed('size', 48),
    ),
    offer(
      'fixed-type',
      'Any installed family of fixed width',
      fixed('family', 'Bracken Mono'),
      fixed('style', 'fixed width'),
      mono.range('size', 'Size', 8, 28),
      mono.oneOf('weight', 'Weight', 400, 700),
    ),
    offer(
      'terminal',
      'Colours of the terminal',
      term.any('background', path === null ? 'Background' : 'background'),
      term.any('text', path === null ? 'Text' : 'text'),
      term.any('cursor', path === null ? 'Cursor' : 'cursor'),
      term.any('selection', path === null ? 'Selection' : 'selection'),
      term.any('bold', path === null ? 'Bold' : 'bold'),
      palette,
      term.range('opacity', path === null ? 'Opacity' : 'opacity', 20, 100),
      term.any('tabActivity', path === null ? 'Active tab' : 'tab-activity'),
      term.any('type', path === null ? 'Type' : 'type'),
    ),
    offer(
      'minimise-effect',
      'Folding of windows',
      motion.oneOf('effect', 'Folding', 'none', 'fade', 'scale'),
      motion.range('duration', 'Takes', 0, 600, 20),
    ),
    offer(
      'translucency',
      'Translucency',
      glass.range('menus', 'Menus', 40, 100, 5),
      glass.range('windows', 'Windows', 40, 100, 5),
      glass.range('blur', 'Blur', 0, 40),
    ),
    offer('launcher-key', 'Key of the launcher', key.any('key', 'Key')),
    offer(
      'edge-actions',
      'Edges and corners',
      ...['topLeft', 'topRight', 'bottomLeft', 'bottomRight'].map((at) => edges.oneOf(at, at, ...CORNERS)),
      edges.any('tiling', 'Windows to edges'),
    ),
    offer('expected-app', 'Usual application', apps.any('name', 'Application')),
    offer('sound-theme', 'Sounds', sound.any('name', 'Theme'), sound.any('startSound', 'At log-in')),
    offer(
      'browser-frame',
      'Frame of the browser',
      web.oneOf('frame', 'Frame', 'the desktop’s', 'its own'),
      web.any('tabsInTitle', 'Tabs in the title'),
    ),
    offer('first-view', 'First view', start.oneOf('view', 'Show', 'bare desktop', 'overview of windows')),
  ];
  return Object.fromEntries(all.map((o) => [o.id, o]));
}

/** Offers of a desktop for what stands on it, without those of some kinds. */
export function furniture(
  prefix: string,
  place: string,
  without: readonly string[] = [],
  path: string | null = null,
) {
  const all = made(prefix, place, path);
  return Object.values(all).filter((o) => !without.includes(o.kind));
}

/** Where a hand finds the rest. @param place the outermost window, or the file */
export const byHand = (place: string): NonNullable<HostProfile['byHand']> => ({
  'desktop-widget': `${place} › Desktop › Add to it`,
  weather: `${place} › Bars › Add › Weather`,
  'system-indicators': `${place} › Bars › Add › Load`,
  'folder-icon': 'Properties of a folder › Picture',
  'sign-in': '/etc/greeter.conf, as administrator',
  'start-up': '/etc/splash.conf, as administrator',
  'opening-effect': `${place} › Motion`,
  'running-click': `${place} › Bars › Window list › Click`,
});

/** How such a desktop is before anything is set. */
export const FURNISHED: HostProfile['defaults'] = {
  'desktop-items': { shown: true, size: 48, gridWidth: 96, gridHeight: 96, inkColour: '#22302a' },
  'window-list': { show: 'picture and title', grouping: 'when full', size: 20, entryWidth: 160, share: 100 },
  'keyboard-mark': { show: 'two letters', size: 12 },
  launcher: { style: 'list', width: 420, height: 520, searchField: 'none', place: 'beside the button' },
  'file-manager': { sidebarWidth: 180, iconSize: 64, toolbar: 'pictures', view: 'pictures' },
  translucency: { menus: 100, windows: 100, blur: 0 },
  'minimise-effect': { effect: 'scale', duration: 200 },
  'expected-app': {},
};
