import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { CARDINAL, Display, WINDOW } from '../desktop/display.js';

/** A window of a test: a dock with the room that it keeps free, or an ordinary one with a frame. */
export type Shown =
  | { readonly type: 'DOCK'; readonly strut: readonly number[] }
  | { readonly type: 'NORMAL'; readonly frame: readonly number[] };

/** A real server of X11 without a screen of glass, with windows on it. */
export class Screen {
  private constructor(
    readonly name: string,
    private readonly server: ChildProcess,
    readonly display: Display,
  ) {}

  static async start(width: number, height: number): Promise<Screen> {
    const server = spawn(
      'Xvfb',
      ['-displayfd', '3', '-screen', '0', `${width}x${height}x24`, '-nolisten', 'tcp'],
      { stdio: ['ignore', 'ignore', 'ignore', 'pipe'] },
    );
    const [told] = (await once(server.stdio[3]!, 'data')) as [Buffer];
    const name = `:${told.toString().trim()}`;
    return new Screen(name, server, await Display.open(name));
  }

  /** Shows windows, as a window manager tells of them. */
  async show(windows: readonly Shown[]): Promise<void> {
    const { display } = this;
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

  async stop(): Promise<void> {
    this.display.close();
    this.server.kill();
    await once(this.server, 'exit');
  }
}
