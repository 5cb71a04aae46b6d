import type { HostProfile } from '@spare-coat/core/model/host/profile';
import { idOf } from './ids.js';

/**
 * Any desktop that follows the open standards, and nothing beyond them: where themes lie and how they are told, not how a
 * desktop is set. Sources: Base Directory, Icon Theme, Sound Theme, Desktop Entry and Desktop Application Autostart
 * specifications; xcursor(3).
 */
export const FREEDESKTOP: HostProfile = {
  id: idOf('profile plain freedesktop.org'),
  revision: 1,
  family: 'freedesktop',
  name: 'Plain freedesktop.org',
  version: '1',
  summary:
    'Knows the open standards alone: icon, pointer and sound themes, fonts, desktop entries, autostart. Of use on any desktop that follows them; what it looks like has to be set by hand.',
  surfaces: {},
  offers: [],
  defaults: {},
  settings: [],
  folders: {
    'icon set': '~/.local/share/icons',
    'pointer set': '~/.local/share/icons',
    'sound theme': '~/.local/share/sounds',
    font: '~/.local/share/fonts',
    'desktop entry': '~/.local/share/applications',
    autostart: '~/.config/autostart',
  },
  systemFolders: {
    'icon set': ['/usr/local/share/icons', '/usr/share/icons'],
    'pointer set': ['/usr/local/share/icons', '/usr/share/icons'],
    'sound theme': ['/usr/local/share/sounds', '/usr/share/sounds'],
    font: ['/usr/local/share/fonts', '/usr/share/fonts'],
    'desktop entry': ['/usr/local/share/applications', '/usr/share/applications'],
    autostart: ['/etc/xdg/autostart'],
  },
  signatures: [],
  lists: {},
  routes: [],
  first: [],
  channels: [
    {
      id: 'by-hand',
      name: 'By hand',
      install: ['echo', 'Install {package} with the tool of your distribution.'],
      remove: ['echo', 'Remove {package} with the tool of your distribution.'],
      query: ['echo', 'Look whether {package} is installed.'],
    },
  ],
  commands: {
    safePoint: ['echo', 'Make a safe point named {name} with the tool of your distribution.'],
    set: ['echo', 'Set {key} to {value} in the settings of your desktop.'],
    get: ['echo', 'Note the value of {key} in the settings of your desktop.'],
    enable: ['echo', 'Enable {id} in the settings of your desktop.'],
    disable: ['echo', 'Disable {id} in the settings of your desktop.'],
    open: ['echo', 'Open {name} once.'],
  },
  effects: { enable: 'session', package: 'none' },
  facts: {},
};
