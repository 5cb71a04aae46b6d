import { kindBook } from '../../model/coat/kindBook.js';
import type { Command } from './commands.js';
import type { CoatRows, JournalWhat } from '../../model/coat/rows.js';

/** What a command does, in words for the history and for undo ("Undo: weigh Rail"). */
export function describeCommand(rows: CoatRows, c: Command): string {
  const element = (id: string) => rows.element[id]?.name ?? 'an element';
  switch (c.type) {
    case 'many':
      return c.label;
    case 'coat.rename':
      return `Rename to ${c.name}`;
    case 'coat.bin':
      return c.at ? 'Delete the coat' : 'Bring the coat back';
    case 'coat.policy':
      return 'Change how lengths are carried';
    case 'coat.limits':
      return 'Change the limits';
    case 'coat.uses':
      return 'Say which applications are used';
    case 'display.remove':
      return 'Remove a display';
    case 'element.carry':
      return `Change how ${element(c.id)} is carried`;
    case 'match.overlay':
      return `Lay over ${element(c.elementId)}`;
    case 'layer.traits':
    case 'layer.renew':
    case 'layer.own':
    case 'layer.raise':
    case 'layer.remove':
      return `Change a layer of ${element(rows.match[rows.layer[c.id]?.matchId ?? '']?.elementId ?? '')}`;
    case 'match.follow':
      return `Follow up on ${element(c.elementId)}`;
    case 'handmade.set':
      return `Make ${c.name} by hand`;
    case 'handmade.remove':
      return `Remove ${rows.handmade[c.id]?.name ?? 'something hand-made'}`;
    case 'finding.accept':
      return 'Accept a finding';
    case 'finding.reopen':
      return 'Bring a finding back';
    case 'coat.thresholds':
      return 'Change the thresholds';
    case 'coat.host':
      return 'Choose the host';
    case 'display.set':
      return 'Describe the display';
    case 'picture.add':
      return `Add the picture ${c.name}`;
    case 'picture.set':
      return `Describe the picture ${c.name}`;
    case 'picture.remove':
      return `Remove the picture ${rows.picture[c.id]?.name ?? ''}`;
    case 'picture.replace':
      return `Replace the picture ${rows.picture[c.id]?.name ?? ''}`;
    case 'picture.guides':
      return 'Move guides';
    case 'coat.wave':
      return 'Change what is offered as forgotten';
    case 'variant.add':
      return `Add the variant ${c.name}`;
    case 'variant.rename':
      return `Rename a variant to ${c.name}`;
    case 'variant.move':
      return `Move the variant ${rows.variant[c.id]?.name ?? ''}`;
    case 'variant.remove':
      return `Remove the variant ${rows.variant[c.id]?.name ?? ''}`;
    case 'element.merge':
      return `Merge ${element(c.from)} into ${element(c.into)}`;
    case 'region.set':
      return `Draw a region of ${element(c.elementId)}`;
    case 'region.seen':
      return `Look again at ${element(rows.region[c.id]?.elementId ?? '')}`;
    case 'region.remove':
      return `Remove a region of ${element(rows.region[c.id]?.elementId ?? '')}`;
    case 'kind.set':
      return `Describe the kind ${c.label}`;
    case 'kind.remove':
      return `Remove the kind ${rows.kind[c.id]?.label ?? ''}`;
    case 'font.add':
      return `Add the font ${c.name}`;
    case 'font.remove':
      return `Remove the font ${rows.font[c.id]?.name ?? ''}`;
    case 'element.add':
      return `Add ${c.name}`;
    case 'element.set':
      return `Change ${c.name}`;
    case 'element.move':
      return `Move ${element(c.id)}`;
    case 'element.remove':
      return `Remove ${element(c.id)}`;
    case 'element.measure':
      return `Measure ${element(c.id)}`;
    case 'trait.set':
      return `Set ${element(c.elementId)}: ${kindBook(rows).trait(rows.element[c.elementId]?.kind ?? '', c.trait)?.label ?? c.trait}`;
    case 'trait.clear':
      return `Clear a trait of ${element(rows.trait[c.id]?.elementId ?? '')}`;
    case 'trait.weigh':
      return `Weigh a trait of ${element(c.elementId)}`;
    case 'match.choose':
      return `Choose for ${element(c.elementId)}`;
    case 'match.say':
      return c.said ? `Mark ${element(c.elementId)} as ${c.said}` : `Unmark ${element(c.elementId)}`;
    case 'match.note':
      return `Note on ${element(c.elementId)}`;
    case 'match.setting':
      return `Set a value of ${element(rows.match[rows.layer[c.layerId]?.matchId ?? '']?.elementId ?? '')}`;
    case 'match.release':
      return `Release ${element(c.elementId)}`;
    case 'trial.set':
      return `Note a trial: ${c.outcome}`;
    case 'trial.remove':
      return 'Remove a trial';
    case 'survey.add':
      return `Bring in ${c.name}`;
    case 'survey.rename':
      return `Rename to ${c.name}`;
    case 'survey.remove':
      return `Remove ${rows.survey[c.id]?.name ?? 'a survey'}`;
    case 'reading.add':
      return `Add a reading (${c.phase}, ${c.load})`;
    case 'reading.set':
      return `Count a reading as ${c.phase}, ${c.load}`;
    case 'reading.remove':
      return 'Remove a reading';
    case 'capture.add':
      return `Bring in ${c.name}`;
    case 'capture.set':
      return `Describe ${c.name}`;
    case 'capture.remove':
      return `Remove ${rows.capture[c.id]?.name ?? 'a picture of the desktop'}`;
    case 'sighting.set':
      return c.sightings.length === 1
        ? `Look at ${element(c.sightings[0]!.elementId)}`
        : `Look at ${c.sightings.length} elements`;
    case 'plan.tick':
      return `${TICKED[c.what]}: ${c.title}`;
    case 'plan.move':
      return 'Move a step of the plan';
    case 'plan.unmove':
      return 'Order the steps as they were';
  }
}

const TICKED: Readonly<Record<JournalWhat, string>> = {
  done: 'Tick',
  withdrawn: 'Untick',
  skipped: 'Skip',
  'skip withdrawn': 'Skip no longer',
  failed: 'Note as failed',
  'failure withdrawn': 'Note as failed no longer',
  noted: 'Note something of',
  begun: 'Begin',
};
