import { commandLine, quoteWord } from './quote.js';
import type { Plan, Step } from './step.js';

const oneLine = (text: string) => text.replace(/\s+/g, ' ').trim();

function stepLines(step: Step, n: number): string[] {
  const lines = [`  step ${n} ${quoteWord(oneLine(step.title))}`];
  if (step.commands.length === 0) {
    lines.push(`  say ${quoteWord(`By hand: ${oneLine(step.where)}. ${oneLine(step.expected)}`)}`);
    return lines;
  }
  const word = step.sort === 'note values' ? 'note' : 'run';
  for (const command of step.commands) lines.push(`  ${word} ${commandLine(command)}`);
  return lines;
}

/**
 * The plan as a POSIX shell script: one function a stage, called by its number, since a session break cannot be
 * scripted across. `DRY_RUN=1` shows what would be done. It stops at the first command that fails.
 */
export function planScript(coatName: string, hostLabel: string, plan: Plan): string {
  const lines = [
    '#!/bin/sh',
    `# ${oneLine(coatName)}`,
    `# For ${oneLine(hostLabel)}. Run it part by part: sh plan.sh 1`,
    '# DRY_RUN=1 sh plan.sh 1 shows the commands without running them.',
    'set -eu',
    '',
  ];
  if (!plan.ok)
    return [...lines, `printf '%s\\n' ${quoteWord(oneLine(plan.sentence))} >&2`, 'exit 1', ''].join('\n');
  const body: string[] = [];
  const used = { note: false, run: false, say: false };
  let n = 0;
  plan.stages.forEach((stage, i) => {
    body.push(`part_${i + 1}() {`);
    for (const step of stage.steps) {
      n++;
      body.push(...stepLines(step, n));
      if (step.commands.length === 0) used.say = true;
      else if (step.sort === 'note values') used.note = true;
      else used.run = true;
    }
    if (stage.breakAfter) {
      const what = stage.breakAfter === 'restart' ? 'Restart the computer' : 'Log out and in again';
      body.push(`  say ${quoteWord(`${what}, then run: sh plan.sh ${i + 2}`)}`);
      used.say = true;
    }
    body.push('}', '');
  });
  if (plan.stages.length === 0)
    return [...lines, `printf '%s\\n' 'Nothing to do: no element is matched yet.'`, ''].join('\n');
  if (used.say) lines.push(`say() { printf '%s\\n' "$*"; }`);
  lines.push(`step() { printf '\\n[%s of ${n}] %s\\n' "$1" "$2"; }`);
  if (used.run) {
    lines.push('run() {', `  printf '+ %s\\n' "$*"`, '  if [ -z "${DRY_RUN:-}" ]; then "$@"; fi', '}');
  }
  if (used.note) {
    lines.push(
      'notes=${NOTES:-"$HOME/spare-coat-notes.txt"}',
      'note() {',
      `  printf '+ %s\\n' "$*"`,
      '  if [ -n "${DRY_RUN:-}" ]; then return 0; fi',
      `  { printf '%s: ' "$*"; "$@"; } >>"$notes"`,
      '}',
    );
  }
  lines.push('', ...body, 'case "${1:-}" in');
  plan.stages.forEach((_, i) => lines.push(`  ${i + 1}) part_${i + 1} ;;`));
  lines.push(
    '  *)',
    `    printf 'Which part? 1 to ${plan.stages.length}\\n' >&2`,
    '    exit 2',
    '    ;;',
    'esac',
    '',
  );
  return lines.join('\n');
}
