import { createRequire } from 'node:module';

/** What is used of the `x11` package, which describes no types. Numbers are those of the protocol. */
interface Client {
  /** Numbers of names that were asked for. */
  atoms: Readonly<Record<string, number>>;
  AllocID(): number;
  CreateWindow(
    id: number,
    parent: number,
    x: number,
    y: number,
    width: number,
    height: number,
    border?: number,
    depth?: number,
    kind?: number,
    visual?: number,
    values?: Readonly<Record<string, number>>,
  ): void;
  ChangeWindowAttributes(id: number, values: Readonly<Record<string, number>>): void;
  DestroyWindow(id: number): void;
  MapWindow(id: number): void;
  InternAtom(onlyIfThere: boolean, name: string, told: (error: unknown, atom: number) => void): void;
  ChangeProperty(
    mode: number,
    window: number,
    property: number,
    type: number,
    bits: number,
    data: Buffer,
  ): void;
  CreateGC(id: number, drawable: number): void;
  CreatePixmap(id: number, drawable: number, depth: number, width: number, height: number): void;
  FreePixmap(id: number): void;
  PutImage(
    format: number,
    drawable: number,
    gc: number,
    width: number,
    height: number,
    x: number,
    y: number,
    leftPad: number,
    depth: number,
    data: Buffer,
  ): void;
  GetImage(
    format: number,
    drawable: number,
    x: number,
    y: number,
    width: number,
    height: number,
    planes: number,
    told: (error: unknown, image: { data: Buffer }) => void,
  ): void;
  GetGeometry(id: number, told: () => void): void;
  SetSelectionOwner(window: number, selection: number, time: number): void;
  terminate(): void;
}
interface Root {
  readonly root: number;
  readonly pixel_width: number;
  readonly pixel_height: number;
}
const load = createRequire(import.meta.url);
/** The names whose numbers the protocol fixes. The package adds to them what any server answers, and other servers number otherwise. */
const FIXED_ATOMS = { ...(load('x11/lib/stdatoms') as Readonly<Record<string, number>>) };
const x11 = load('x11') as {
  createClient(
    how: { display: string },
    told: (error: unknown, opened: { client: Client; screen: readonly Root[] }) => void,
  ): void;
};

/** The numbers that the protocol itself gives to types of properties. */
export const CARDINAL = 6;
export const ATOM = 4;
export const WINDOW = 33;

const Z_PIXMAP = 2;
const DEPTH = 24;
const ALL_PLANES = 0xffff_ffff;
/** What one request of the core protocol holds, with its head. Bytes. */
const MOST_BYTES = 240_000;

export interface Place {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A picture of a screen: rows from the top, of four bytes a pixel, blue, green, red and one that says nothing. */
export interface Shot {
  readonly width: number;
  readonly height: number;
  readonly data: Buffer;
}

/** A server of X11, as a client sees it. */
export class Display {
  private constructor(
    private readonly client: Client,
    private readonly screen: Root,
  ) {}

  static async open(display: string): Promise<Display> {
    const { client, screen } = await new Promise<{ client: Client; screen: readonly Root[] }>((done, fail) =>
      x11.createClient({ display }, (error, opened) =>
        error ? fail(new Error('The screen does not answer.')) : done(opened),
      ),
    );
    client.atoms = { ...FIXED_ATOMS };
    const [first] = screen;
    if (!first) throw new Error('The server has no screen.');
    return new Display(client, first);
  }

  get width(): number {
    return this.screen.pixel_width;
  }
  get height(): number {
    return this.screen.pixel_height;
  }
  get root(): number {
    return this.screen.root;
  }

  atom(name: string): Promise<number> {
    return new Promise((done) => this.client.InternAtom(false, name, (_, atom) => done(atom)));
  }

  /** Sets a property of numbers of 32 bits. */
  async put(window: number, name: string, type: number, values: readonly number[]): Promise<void> {
    const data = Buffer.alloc(values.length * 4);
    values.forEach((value, i) => data.writeUInt32LE(value, i * 4));
    this.client.ChangeProperty(0, window, await this.atom(name), type, 32, data);
  }
  /** Sets a property of bytes. */
  async putBytes(window: number, name: string, type: string, data: Buffer): Promise<void> {
    this.client.ChangeProperty(0, window, await this.atom(name), await this.atom(type), 8, data);
  }
  /** Owns a selection: what others find its manager by. */
  async own(window: number, selection: string): Promise<void> {
    this.client.SetSelectionOwner(window, await this.atom(selection), 0);
  }

  /** A window that nobody frames; shown at once, of the type that the Extended Window Manager Hints name. */
  async window({ x, y, width, height }: Place, type: 'DOCK' | 'NORMAL' | 'DESKTOP'): Promise<number> {
    const id = this.client.AllocID();
    this.client.CreateWindow(id, this.root, x, y, width, height, 0, 0, 0, 0, { overrideRedirect: 1 });
    await this.put(id, '_NET_WM_WINDOW_TYPE', ATOM, [await this.atom(`_NET_WM_WINDOW_TYPE_${type}`)]);
    return id;
  }

  /** Shows a piece of a picture in a window: it stays there, whatever lies over it meanwhile. */
  paint(window: number, at: Place, picture: Shot): void {
    const { client } = this;
    const [pixmap, gc] = [client.AllocID(), client.AllocID()];
    client.CreatePixmap(pixmap, this.root, DEPTH, at.width, at.height);
    client.CreateGC(gc, pixmap);
    const rows = Math.max(1, Math.floor(MOST_BYTES / (at.width * 4)));
    for (let y = 0; y < at.height; y += rows) {
      const high = Math.min(rows, at.height - y);
      const strip = Buffer.alloc(at.width * 4 * high);
      for (let row = 0; row < high; row++) {
        const from = ((at.y + y + row) * picture.width + at.x) * 4;
        picture.data.copy(strip, row * at.width * 4, from, from + at.width * 4);
      }
      client.PutImage(Z_PIXMAP, pixmap, gc, at.width, high, 0, y, 0, DEPTH, strip);
    }
    client.ChangeWindowAttributes(window, { backgroundPixmap: pixmap });
    client.FreePixmap(pixmap);
  }

  show(window: number): void {
    this.client.MapWindow(window);
  }
  drop(window: number): void {
    this.client.DestroyWindow(window);
  }

  /** What is seen of the whole screen. */
  async shot(): Promise<Shot> {
    const { width, height } = this;
    const rows = Math.max(1, Math.floor(MOST_BYTES / (width * 4)));
    const strips: Buffer[] = [];
    for (let y = 0; y < height; y += rows)
      strips.push(
        await new Promise<Buffer>((done, fail) =>
          this.client.GetImage(
            Z_PIXMAP,
            this.root,
            0,
            y,
            width,
            Math.min(rows, height - y),
            ALL_PLANES,
            (error, image) => (error ? fail(new Error('The screen shows nothing.')) : done(image.data)),
          ),
        ),
      );
    return { width, height, data: Buffer.concat(strips).subarray(0, width * height * 4) };
  }

  /** Waits until everything that was asked is done: an answer to a later question has come. */
  settled(): Promise<void> {
    return new Promise((done) => this.client.GetGeometry(this.root, done));
  }
  close(): void {
    this.client.terminate();
  }
}
