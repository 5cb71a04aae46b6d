import { commandLine } from './quote.js';
import type { Plan } from './step.js';

/** Characters that would start markup in the middle of a line. */
function plain(text: string): string {
  return text.replace(/\s+/g, ' ').replace(/([\\`*_[\]<>#|])/g, '\\$1');
}

/** A fence longer than any run of backticks inside. */
function fenced(lines: readonly string[]): string[] {
  const body = lines.join('\n');
  const longest = Math.max(2, ...(body.match(/`+/g) ?? []).map((run) => run.length));
  const fence = '`'.repeat(longest + 1);
  return [`   ${fence}sh`, ...body.split('\n').map((line) => `   ${line}`), `   ${fence}`];
}

/** The plan as CommonMark with a tick box a step. `done` holds the keys of ticked steps. */
export function planMarkdown(
  coatName: string,
  hostLabel: string,
  plan: Plan,
  done: ReadonlySet<string>,
): string {
  const lines = [`# ${plain(coatName)}`, '', `Host: ${plain(hostLabel)}.`, ''];
  if (!plan.ok) return [...lines, plain(plan.sentence), ''].join('\n');
  if (plan.stages.length === 0) lines.push('Nothing to do: no element is matched yet.', '');
  else lines.push(plan.breaks === 0 ? 'No session break.' : `Session breaks: ${plan.breaks}.`, '');
  for (const warning of plan.warnings) lines.push(`> Mind: ${plain(warning)}`, '');
  let n = 0;
  plan.stages.forEach((stage, i) => {
    if (plan.stages.length > 1) lines.push(`## Part ${i + 1}`, '');
    for (const step of stage.steps) {
      n++;
      lines.push(`${n}. [${done.has(step.key) ? 'x' : ' '}] **${plain(step.title)}**`);
      lines.push(
        `   Where: ${plain(step.where)}${step.rights === 'administrator' ? ' (administrator)' : ''}`,
      );
      if (step.value) lines.push(`   Value: ${plain(step.value)}`);
      if (step.commands.length > 0) lines.push('', ...fenced(step.commands.map(commandLine)), '');
      lines.push(`   Expect: ${plain(step.expected)}`);
      lines.push('');
    }
    if (stage.breakAfter === 'session') lines.push('**Log out and in again before going on.**', '');
    if (stage.breakAfter === 'restart') lines.push('**Restart the computer before going on.**', '');
  });
  return lines.join('\n');
}
