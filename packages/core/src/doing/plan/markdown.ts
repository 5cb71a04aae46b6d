import { commandLine } from '../../model/deeds/quote.js';
import type { Plan } from '../../model/deeds/step.js';

/** Characters that would start markup in the middle of a line. */
export function plain(text: string): string {
  return text.replace(/\s+/g, ' ').replace(/([\\`*_[\]<>#|])/g, '\\$1');
}

/** A fence longer than any run of backticks inside. */
export function fenced(lines: readonly string[]): string[] {
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
  if (plan.sittings.length === 0) lines.push('Nothing to do: no element is matched yet.', '');
  else lines.push(plan.breaks === 0 ? 'No session break.' : `Session breaks: ${plan.breaks}.`, '');
  for (const warning of plan.warnings) lines.push(`> Mind: ${plain(warning)}`, '');
  let n = 0;
  plan.sittings.forEach((sitting, i) => {
    if (plan.sittings.length > 1) lines.push(`## Sitting ${i + 1}`, '');
    for (const step of sitting.steps) {
      n++;
      lines.push(`${n}. [${done.has(step.key) ? 'x' : ' '}] **${plain(step.title)}**`);
      lines.push(
        `   Where: ${plain(step.where)}${step.rights === 'administrator' ? ' (administrator)' : ''}`,
      );
      if (step.why) lines.push(`   Why: ${plain(step.why)}`);
      if (step.value) lines.push(`   Value: ${plain(step.value)}`);
      if (step.commands.length > 0) lines.push('', ...fenced(step.commands.map(commandLine)), '');
      for (const { channel, command } of step.elsewhere)
        lines.push(`   On ${plain(channel)}:`, '', ...fenced([commandLine(command)]), '');
      lines.push(`   Expect: ${plain(step.expected)}`);
      if (step.check) lines.push(`   Check: ${plain(step.check)}`);
      lines.push(`   Undo: ${plain(step.undo)}`);
      for (const trouble of step.troubles) lines.push(`   If it fails: ${plain(trouble)}`);
      lines.push('');
    }
    if (sitting.breakAfter === 'session') lines.push('**Log out and in again before going on.**', '');
    if (sitting.breakAfter === 'restart') lines.push('**Restart the computer before going on.**', '');
  });
  return lines.join('\n');
}
