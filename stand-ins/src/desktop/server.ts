import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { Display } from './display.js';

/** A server of X11 without a screen of glass, and a client of it. */
export interface ScreenServer {
  /** What `DISPLAY` names it by. */
  readonly name: string;
  readonly display: Display;
  stop(): Promise<void>;
}

/** Starts one, so many pixels wide and high. */
export async function startScreen(width: number, height: number): Promise<ScreenServer> {
  const server = spawn(
    'Xvfb',
    ['-displayfd', '3', '-screen', '0', `${width}x${height}x24`, '-nolisten', 'tcp'],
    { stdio: ['ignore', 'ignore', 'ignore', 'pipe'] },
  );
  const answers = server.stdio[3];
  if (!answers) throw new Error('The server cannot say its name.');
  const [told] = (await once(answers, 'data')) as [Buffer];
  const name = `:${told.toString().trim()}`;
  const display = await Display.open(name);
  return {
    name,
    display,
    stop: async () => {
      display.close();
      server.kill();
      await once(server, 'exit');
    },
  };
}
