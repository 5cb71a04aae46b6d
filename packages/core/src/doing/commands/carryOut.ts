import { addOverlay, chooseBase, keep, releaseMatch, setMatch } from '../../model/coat/choices.js';
import { kindBook } from '../../model/coat/kindBook.js';
import { changeLayer, renewLayer, setOwn, removeHandmade, setHandmade, setSetting } from './carryMatch.js';
import { carryCompare } from './carryCompare.js';
import { carryHost, removeDisplay } from './carryHost.js';
import {
  mergeElements,
  removeElement,
  removeKind,
  removePicture,
  removeVariant,
  replacePicture,
  setCarry,
  setKind,
  setRegion,
  setTarget,
  type TargetFields,
} from './carryReference.js';
import { alter, applyChanges, put, takeOut, type Change } from '../../model/coat/changes.js';
import type { Command, ManyCommands, SingleCommand } from './commands.js';
import { CommandRefused, last, need } from '../../model/coat/refused.js';
import { coatOf, matchOf, type CoatRows } from '../../model/coat/rows.js';

/**
 * What a command changes, row by row. Pure: the server carries it out in a transaction, the page to see at once
 * what it will touch.
 *
 * @throws CommandRefused when it names what is not there, or a value that is not right
 */
export function carryOut(rows: CoatRows, c: Command): Change[] {
  return c.type === 'many' ? carryOutMany(rows, c) : carryOutOne(rows, c);
}

/** One after the other, each on what those before it left. */
function carryOutMany(rows: CoatRows, many: ManyCommands): Change[] {
  let now = rows;
  const all: Change[] = [];
  for (const command of many.commands) {
    const changes = carryOutOne(now, command);
    const applied = applyChanges(now, changes);
    if (!applied.ok) throw new CommandRefused('bad-value', applied.clash.sentence);
    now = applied.rows;
    all.push(...changes);
  }
  return all;
}

/** A name that no other variant has: the address tells variants by their names. */
function freeName(rows: CoatRows, { id, name }: { readonly id: string; readonly name: string }): string {
  const same = (v: { readonly id: string; readonly name: string }) =>
    v.id !== id && v.name.toLowerCase() === name.toLowerCase();
  if (Object.values(rows.variant).some(same))
    throw new CommandRefused('in-use', `There is a variant named ${name} already.`);
  return name;
}

function carryOutOne(rows: CoatRows, c: SingleCommand): Change[] {
  switch (c.type) {
    case 'coat.rename':
      return keep(alter('coat', coatOf(rows), { name: c.name }));
    case 'coat.bin':
      return keep(alter('coat', coatOf(rows), { deletedAt: c.at }));
    case 'coat.wave':
      return keep(alter('coat', coatOf(rows), { waved: [...new Set(c.kinds)].sort() }));
    case 'variant.add':
      return [put('variant', { id: c.id, name: freeName(rows, c), position: last(rows.variant) })];
    case 'variant.rename':
      return keep(alter('variant', need(rows.variant, c.id, 'variant'), { name: freeName(rows, c) }));
    case 'variant.move':
      return keep(alter('variant', need(rows.variant, c.id, 'variant'), { position: c.position }));
    case 'variant.remove':
      return removeVariant(rows, c.id);
    case 'coat.policy':
      return keep(alter('coat', coatOf(rows), { policy: c.policy }));
    case 'coat.limits':
      return keep(alter('coat', coatOf(rows), { limits: c.limits }));
    case 'coat.uses':
      return keep(alter('coat', coatOf(rows), { uses: c.uses }));
    case 'coat.thresholds':
      if (c.nearAt > c.matchedAt)
        throw new CommandRefused(
          'bad-value',
          'An element is near from a lower closeness than it is matched.',
        );
      return keep(alter('coat', coatOf(rows), { matchedAt: c.matchedAt, nearAt: c.nearAt }));
    case 'coat.host':
      return keep(
        alter('coat', coatOf(rows), {
          profileId: c.profileId,
          profileRevision: c.profileRevision,
          channel: c.channel,
        }),
      );
    case 'display.set': {
      const { id, width, height, scale, inches } = c;
      const display = rows.display[id];
      if (display) return keep(alter('display', display, { width, height, scale, inches }));
      return [put('display', { id, position: last(rows.display), width, height, scale, inches })];
    }
    case 'display.remove':
      return removeDisplay(rows, c.id);
    case 'picture.add': {
      need(rows.variant, c.variantId, 'variant');
      const { id, variantId, name, subject, blob, original, width, height } = c;
      const position = last(rows.picture);
      return [
        put('picture', {
          id,
          variantId,
          name,
          subject,
          blob,
          original,
          width,
          height,
          scale: null,
          inches: null,
          guides: [],
          position,
        }),
      ];
    }
    case 'picture.set': {
      need(rows.variant, c.variantId, 'variant');
      const { variantId, name, subject, scale, inches } = c;
      const picture = need(rows.picture, c.id, 'picture');
      return keep(alter('picture', picture, { variantId, name, subject, scale, inches }));
    }
    case 'picture.replace':
      return replacePicture(rows, c);
    case 'picture.guides':
      return keep(alter('picture', need(rows.picture, c.id, 'picture'), { guides: c.guides }));
    case 'picture.remove':
      return removePicture(rows, c.id);
    case 'element.add':
      if (!kindBook(rows).find(c.kind))
        throw new CommandRefused('bad-value', 'This kind of element is not known.');
      return [
        put('element', {
          id: c.id,
          kind: c.kind,
          name: c.name,
          weight: c.weight,
          position: last(rows.element),
          note: '',
          links: [],
          rules: {},
          carry: null,
          displayId: null,
          addition: c.addition ?? false,
        }),
        ...keep(c.region && setRegion(rows, c.id, c.region)),
        ...keep(...c.traits.map((t) => setTarget(rows, c.kind, c.id, t as TargetFields))),
      ];
    case 'element.set': {
      const { name, weight, note, links } = c;
      return keep(alter('element', need(rows.element, c.id, 'element'), { name, weight, note, links }));
    }
    case 'element.carry':
      return setCarry(rows, c);
    case 'element.merge':
      return mergeElements(rows, c);
    case 'element.move':
      return keep(alter('element', need(rows.element, c.id, 'element'), { position: c.position }));
    case 'element.remove':
      return removeElement(rows, c.id);
    case 'element.measure': {
      const { kind } = need(rows.element, c.id, 'element');
      return keep(
        setRegion(rows, c.id, c.region),
        ...c.traits.map((t) => setTarget(rows, kind, c.id, t as TargetFields)),
      );
    }
    case 'region.set':
      need(rows.element, c.elementId, 'element');
      return keep(setRegion(rows, c.elementId, c.region));
    case 'region.seen':
      return keep(alter('region', need(rows.region, c.id, 'region'), { again: false }));
    case 'region.remove':
      return [takeOut('region', need(rows.region, c.id, 'region'))];
    case 'kind.set':
      return setKind(rows, c);
    case 'kind.remove':
      return removeKind(rows, c.id);
    case 'font.add': {
      const { id, name, blob, metrics } = c;
      return [put('font', { id, name, blob, metrics })];
    }
    case 'font.remove':
      return [takeOut('font', need(rows.font, c.id, 'font'))];
    case 'trait.set': {
      const { kind } = need(rows.element, c.elementId, 'element');
      return keep(setTarget(rows, kind, c.elementId, c as TargetFields));
    }
    case 'trait.clear':
      return [takeOut('trait', need(rows.trait, c.id, 'trait'))];
    case 'trait.weigh': {
      const element = need(rows.element, c.elementId, 'element');
      if (!kindBook(rows).trait(element.kind, c.trait))
        throw new CommandRefused('bad-value', `There is no trait ${c.trait} here.`);
      const rule = {
        ...(c.importance ? { importance: c.importance } : {}),
        ...(c.tolerance === null ? {} : { tolerance: c.tolerance }),
      };
      const rules = { ...element.rules, [c.trait]: rule };
      if (Object.keys(rule).length === 0) delete (rules as Record<string, unknown>)[c.trait];
      return keep(alter('element', element, { rules }));
    }
    case 'match.choose':
      return chooseBase(rows, c);
    case 'match.overlay':
      return addOverlay(rows, c);
    case 'layer.traits':
    case 'layer.raise':
    case 'layer.remove':
      return changeLayer(rows, c);
    case 'layer.renew':
      return renewLayer(rows, c);
    case 'layer.own':
      return setOwn(rows, c);
    case 'match.follow': {
      const { links, lookAgain } = c;
      return setMatch(rows, c.elementId, c.matchId, { links, lookAgain });
    }
    case 'handmade.set':
      return setHandmade(rows, c);
    case 'handmade.remove':
      return removeHandmade(rows, c.id);
    case 'finding.accept': {
      const { id, finding, facts, reason, at } = c;
      const known = Object.values(rows.accepted).find((a) => a.finding === finding);
      if (known) return keep(alter('accepted', known, { facts, reason, at }));
      return [put('accepted', { id, finding, facts, reason, at })];
    }
    case 'finding.reopen':
      return [takeOut('accepted', need(rows.accepted, c.id, 'accepted'))];
    case 'match.say': {
      const { said, reason, lost } = c;
      return setMatch(rows, c.elementId, c.matchId, { said, reason, lost });
    }
    case 'match.note':
      return setMatch(rows, c.elementId, c.matchId, { note: c.note });
    case 'match.setting':
      return setSetting(rows, c);
    case 'match.release': {
      const match = matchOf(rows, c.elementId);
      return match ? releaseMatch(rows, match) : [];
    }
    case 'trial.set':
    case 'trial.remove':
    case 'survey.add':
    case 'survey.rename':
    case 'survey.remove':
    case 'reading.add':
    case 'reading.set':
    case 'reading.remove':
      return carryHost(rows, c);
    case 'capture.add':
    case 'capture.set':
    case 'capture.remove':
    case 'sighting.set':
      return carryCompare(rows, c);
    case 'plan.tick': {
      const { id, stepKey, title, what, note, pictures, step, at } = c;
      if (what === 'done' && step === null)
        throw new CommandRefused(
          'bad-value',
          'What was done is kept with its step, so that it can be taken back.',
        );
      return [put('journal', { id, stepKey, what, at, title, note, pictures, step })];
    }
    case 'plan.move': {
      const { moves } = coatOf(rows);
      const { key, after } = c;
      return keep(alter('coat', coatOf(rows), { moves: [...moves, { key, after }].slice(-MOST_MOVES) }));
    }
    case 'plan.unmove':
      return keep(alter('coat', coatOf(rows), { moves: [] }));
  }
}

/** Older moves are passed over: by then the plan is another one. */
const MOST_MOVES = 200;
