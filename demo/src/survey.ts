import { EMPTY_SURVEY, type Survey } from '@spare-coat/core/model/host/survey';

const theme = (id: string, where: string) => ({ id, name: id, path: `${where}/${id}` });

/** What the volunteer's computer was on a morning in November, before anything was done. Every name is invented. */
export const DEMO_SURVEY: Survey = {
  ...EMPTY_SURVEY,
  takenAt: '2026-11-21T08:12:40Z',
  system: {
    kernel: 'Linux 6.11',
    architecture: 'x86_64',
    wordSize: '64',
    distribution: 'Pipit 24',
    desktop: 'Fernbank',
    session: 'wayland',
    virtualMachine: 'no',
  },
  displays: [{ name: 'card0-HDMI-A-1', width: 1920, height: 1080 }],
  directories: {
    dataHome: ['/home/studio/.local/share'],
    configHome: ['/home/studio/.config'],
    cacheHome: ['/home/studio/.cache'],
    stateHome: ['/home/studio/.local/state'],
    dataDirs: ['/usr/local/share', '/usr/share'],
    configDirs: ['/etc/xdg'],
  },
  iconThemes: [theme('Fern', '/usr/share/icons'), theme('Potsherd', '/home/studio/.local/share/icons')],
  pointerSets: [theme('Fern', '/usr/share/icons')],
  soundThemes: [theme('Quiet Room', '/usr/share/sounds')],
  fonts: ['Fern Mono', 'Fern Sans', 'Osier Slab'],
  autostart: [
    { id: 'playlist.desktop', name: 'Playlist keeper', exec: 'playlist --hidden', on: true },
    { id: 'updates.desktop', name: 'Updates', exec: 'larder watch', on: false },
  ],
  applications: [
    { id: 'cutter.desktop', name: 'Tape cutter', packaging: 'system' },
    { id: 'letters.desktop', name: 'Letters', packaging: 'system' },
    { id: 'pages.desktop', name: 'Pages', packaging: 'sandboxed' },
    { id: 'rota.desktop', name: 'Rota', packaging: 'own' },
  ],
  disk: { '/usr/share/icons': 48_212, '/home/studio/.local/share/icons': 9_130 },
  reading: {
    memory: [1412.3, 1409.8, 1411.5, 1418.2, 1410.1],
    processor: [3.1, 2.7, 4.4, 2.9, 3.3],
  },
};

/** A second run of the same morning. */
export const SECOND_RUN = {
  at: '2026-11-21T08:31:05.000Z',
  memory: [1420.4, 1421.9, 1419.0, 1433.7, 1420.8],
  processor: [2.6, 3.0, 2.8, 6.1, 2.9],
};

/** A settings dump of the same morning, as a key file tells it. */
export const DEMO_SETTINGS: Survey = {
  ...EMPTY_SURVEY,
  settings: {
    'bar1/edge': 'left',
    'bar1/thickness': '46',
    'bar1/opacity': '75',
    'frame/titleHeight': '28',
    'pointer/size': '24',
    'type/size': '15',
    'fern/animations': 'little',
    'fern/autolock': '0',
    'playlist/volume': '80',
  },
};
