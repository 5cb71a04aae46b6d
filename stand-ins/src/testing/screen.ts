import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { createRequire } from 'node:module';

/** What is used of the `x11` package, which describes no types. */
interface Client {
  AllocID(): number;
  CreateWindow(id: number, parent: number, x: number, y: number, w: number, h: number): void;
  InternAtom(onlyIfThere: boolean, name: string, told: (error: unknown, atom: number) => void): void;
  ChangeProperty(
    mode: number,
    window: number,
    property: number,
    type: number,
    bits: number,
    data: Buffer,
  ): void;
  MapWindow(id: number): void;
  GetGeometry(id: number, told: () => void): void;
  terminate(): void;
}
const x11 = createRequire(import.meta.url)('x11') as {
  createClient(
    how: { display: string },
    told: (error: unknown, display: { client: Client; screen: readonly { root: number }[] }) => void,
  ): void;
};

const CARDINAL = 6;
const ATOM = 4;
const WINDOW = 33;

/** A window of a test: a dock with the room that it keeps free, or an ordinary one with a frame. */
export type Shown =
  | { readonly type: 'DOCK'; readonly strut: readonly number[] }
  | { readonly type: 'NORMAL'; readonly frame: readonly number[] };

/** A real server of X11 without a screen of glass, with windows on it. */
export class Screen {
  private constructor(
    readonly display: string,
    private readonly server: ChildProcess,
    private readonly client: Client,
    private readonly root: number,
  ) {}

  static async start(width: number, height: number): Promise<Screen> {
    const server = spawn(
      'Xvfb',
      ['-displayfd', '3', '-screen', '0', `${width}x${height}x24`, '-nolisten', 'tcp'],
      {
        stdio: ['ignore', 'ignore', 'ignore', 'pipe'],
      },
    );
    const [told] = (await once(server.stdio[3]!, 'data')) as [Buffer];
    const display = `:${told.toString().trim()}`;
    const { client, screen } = await new Promise<{ client: Client; screen: readonly { root: number }[] }>(
      (done, fail) =>
        x11.createClient({ display }, (error, opened) =>
          error ? fail(new Error('The screen does not answer.')) : done(opened),
        ),
    );
    return new Screen(display, server, client, screen[0]!.root);
  }

  private atom(name: string): Promise<number> {
    return new Promise((done) => this.client.InternAtom(false, name, (_, atom) => done(atom)));
  }
  private async put(window: number, name: string, type: number, values: readonly number[]): Promise<void> {
    const data = Buffer.alloc(values.length * 4);
    values.forEach((value, i) => data.writeUInt32LE(value, i * 4));
    this.client.ChangeProperty(0, window, await this.atom(name), type, 32, data);
  }

  /** Shows windows, as a window manager tells of them. */
  async show(windows: readonly Shown[]): Promise<void> {
    const ids: number[] = [];
    for (const window of windows) {
      const id = this.client.AllocID();
      this.client.CreateWindow(id, this.root, 0, 0, 100, 40);
      await this.put(id, '_NET_WM_WINDOW_TYPE', ATOM, [
        await this.atom(`_NET_WM_WINDOW_TYPE_${window.type}`),
      ]);
      if (window.type === 'DOCK') await this.put(id, '_NET_WM_STRUT_PARTIAL', CARDINAL, window.strut);
      else await this.put(id, '_NET_FRAME_EXTENTS', CARDINAL, window.frame);
      this.client.MapWindow(id);
      if (window.type === 'NORMAL') ids.push(id);
    }
    await this.put(this.root, '_NET_CLIENT_LIST', WINDOW, ids);
    // What was asked is done once an answer to a later question came.
    await new Promise<void>((done) => this.client.GetGeometry(this.root, done));
  }

  async stop(): Promise<void> {
    this.client.terminate();
    this.server.kill();
    await once(this.server, 'exit');
  }
}
