import { CARDINAL, WINDOW, type Display } from '../desktop/display.js';

/** A window of a test: a dock with the room that it keeps free, or an ordinary one with a frame. */
export type Shown =
  | { readonly type: 'DOCK'; readonly strut: readonly number[] }
  | { readonly type: 'NORMAL'; readonly frame: readonly number[] };

/** Shows windows, as a window manager tells of them. */
export async function showWindows(display: Display, windows: readonly Shown[]): Promise<void> {
  const clients: number[] = [];
  for (const window of windows) {
    const id = await display.window({ x: 0, y: 0, width: 100, height: 40 }, window.type);
    if (window.type === 'DOCK') await display.put(id, '_NET_WM_STRUT_PARTIAL', CARDINAL, window.strut);
    else await display.put(id, '_NET_FRAME_EXTENTS', CARDINAL, window.frame);
    display.show(id);
    if (window.type === 'NORMAL') clients.push(id);
  }
  await display.put(display.root, '_NET_CLIENT_LIST', WINDOW, clients);
  await display.settled();
}
