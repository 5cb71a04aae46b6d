import { spawn } from 'node:child_process';

/**
 * Runs a command to its end.
 * @param {string[]} words the program and its arguments
 * @param {import('node:child_process').SpawnOptions & { quiet?: boolean }} [options] `quiet` keeps its output back unless it fails
 * @returns {Promise<{ code: number, output: string }>}
 */
export function run(words, { quiet = false, ...options } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(words[0], words.slice(1), {
      stdio: quiet ? ['ignore', 'pipe', 'pipe'] : 'inherit',
      ...options,
    });
    let output = '';
    child.stdout?.on('data', (d) => (output += d));
    child.stderr?.on('data', (d) => (output += d));
    child.on('error', reject);
    child.on('close', (code) => resolve({ code: code ?? 1, output }));
  });
}

/** Runs a command and throws with its output when it fails. */
export async function must(words, options = {}) {
  const { code, output } = await run(words, { quiet: true, ...options });
  if (code !== 0) throw new Error(`${words.join(' ')} failed (${code}).\n${output.slice(-4000)}`);
  return output;
}
