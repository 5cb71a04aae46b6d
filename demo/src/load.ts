import type { Source } from '@spare-coat/core/model/coat/fields';
import type { TraitValue } from '@spare-coat/core/model/traits/value';
import { keyed, nth } from '@spare-coat/core/ground/checked';
import { createReadStream } from 'node:fs';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { Readable } from 'node:stream';
import { pino } from 'pino';
import sharp from 'sharp';
import type { Survey } from '@spare-coat/core/model/host/survey';
import type { Command, CommandOf } from '@spare-coat/core/doing/commands/commands';
import { readProfile } from '@spare-coat/core/model/host/profile';
import { askFor, sightingFrom } from '@spare-coat/core/proving/compare/lookFor';
import { sightAll } from '@spare-coat/core/proving/compare/sightAll';
import { displayOf } from '@spare-coat/core/deciding/matching/carry';
import type { MatchContext } from '@spare-coat/core/deciding/matching/targets';
import { composeDesktop } from '@spare-coat/core/doing/scene/composeDesktop';
import { seenIn } from '@spare-coat/core/doing/scene/seen';
import { evaluateCoat } from '@spare-coat/core/deciding/matching/evaluate';
import { indexOffers } from '@spare-coat/core/deciding/matching/rank';
import { readPart } from '@spare-coat/core/model/parts/part';
import { derivePlan } from '@spare-coat/core/doing/plan/derive';
import { keptStep } from '@spare-coat/core/doing/plan/journal';
import { stepsOf } from '@spare-coat/core/model/deeds/step';
import type { Pixels } from '@spare-coat/core/measuring/picture/pixels';
import { readRegion } from '@spare-coat/core/measuring/picture/readRegion';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';
import { findKind, findTrait } from '@spare-coat/core/model/kinds/registry';
import { measuredTraits } from '@spare-coat/core/model/kinds/measure';
import { drawDesktop } from '@spare-coat/core/doing/scene/drawDesktop';
import { putBlob } from '@spare-coat/server/blobs/store';
import type { ReadPicture } from '@spare-coat/core/proving/wire/picture';
import { createCoat, runCommand } from '@spare-coat/server/coats/commands';
import { loadRows } from '@spare-coat/server/coats/store';
import { migrate, NewerSchema } from '@spare-coat/server/db/migrate';
import { inTransaction, openPool, type Db } from '@spare-coat/server/db/pool';
import { loadLettering } from '@spare-coat/server/drawing/lettering';
import { partsServing } from '@spare-coat/server/parts/store';
import { shipPart } from '@spare-coat/server/parts/write';
import { normaliseWorker } from '@spare-coat/server/pictures/normalise';
import { shipProfile } from '@spare-coat/server/profiles/store';
import { PARTS } from './catalogue.js';
import { DEMO_CAPTURES, DEMO_DONE, DEMO_ELEMENTS, DEMO_NAME, type DemoElement } from './coat.js';
import { idOf } from './ids.js';
import { partId } from './makePart.js';
import { pictureFile } from './pictureFile.js';
import { FERNBANK } from './profileFernbank.js';
import { PROFILES } from './profiles.js';
import { hangCompared, hangPlanned } from './rack.js';
import { saltmarshDesktop } from './saltmarsh.js';
import { DEMO_SETTINGS, DEMO_SURVEY, SECOND_RUN } from './survey.js';

/**
 * Loads the demo into the database named by DATABASE_URL: profiles and parts that are not there yet, and the demo
 * coat once. What a person has changed or deleted since is never touched.
 */
const url = process.env['DATABASE_URL'];
if (!url) throw new Error('DATABASE_URL says which database to load the demo into.');
const SIZE = { width: 2560, height: 1440 };
const MOST = 64 * 1024 * 1024;
const VARIANTS = ['light', 'dark'] as const;

const logger = pino({ level: 'warn' }, process.stderr);
const db = openPool(url, logger, 2);
try {
  await migrate(db).catch((error: Error) => {
    if (!(error instanceof NewerSchema)) throw error;
    process.stderr.write(`${error.message}\n`);
    process.exit(3);
  });
  await inTransaction(db, async (client) => {
    for (const profile of PROFILES) await shipProfile(client, readProfile(profile));
    for (const part of PARTS) await shipPart(client, readPart(part));
  });
  const id = idOf('coat');
  const known = await db.query('select 1 from root where id = $1', [id]);
  if (known.rowCount === 0) {
    await loadCoat(db, id);
    process.stdout.write(`The demo coat “${DEMO_NAME}” was loaded.\n`);
  }
} finally {
  await db.end();
}

async function loadPicture(path: string): Promise<{ picture: ReadPicture; pixels: Pixels }> {
  const blob = await putBlob(db, createReadStream(path), 'image/png', MOST);
  const read = normaliseWorker(db);
  const picture = (await read(
    { original: blob.sha256 },
    { signal: new AbortController().signal, progress: () => undefined, partial: () => Promise.resolve() },
  )) as ReadPicture;
  const { data, info } = await sharp(await readFile(path))
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { picture, pixels: { width: info.width, height: info.height, data } };
}

async function loadCoat(pool: Db, id: string): Promise<void> {
  let counter = 0;
  let revision = 1;
  // Ids are fixed so that a half-loaded demo is completed instead of doubled.
  const fresh = () => idOf(`coat row ${++counter}`);
  await createCoat(pool, { id, commandId: fresh(), name: DEMO_NAME });
  const send = async (command: Command) => {
    ({ revision } = await runCommand(pool, id, { commandId: fresh(), revision, command }));
  };
  const rows = await loadRows(pool, id);
  const variantId = (name: string) =>
    Object.values(rows.variant).find((v) => v.name.toLowerCase() === name)!.id;
  await send({
    type: 'coat.host',
    profileId: FERNBANK.id,
    profileRevision: FERNBANK.revision,
    channel: 'pipit',
  });
  await send({ type: 'display.set', id: fresh(), width: 1920, height: 1080, scale: 1, inches: null });

  const pictures: { id: string; variant: string; pixels: Pixels }[] = [];
  for (const variant of VARIANTS) {
    const { picture, pixels } = await loadPicture(pictureFile(variant, SIZE.width, SIZE.height));
    const pictureId = fresh();
    const { blob, original, width, height } = picture;
    await send({
      type: 'picture.add',
      id: pictureId,
      variantId: variantId(variant),
      name: `Saltmarsh 3, ${variant}`,
      subject: 'Whole desktop',
      blob,
      original,
      width,
      height,
    });
    pictures.push({ id: pictureId, variant, pixels });
  }
  const letters = loadLettering();
  const { boxes } = drawDesktop(saltmarshDesktop('light', SIZE.width, SIZE.height), letters);
  for (const element of DEMO_ELEMENTS)
    await addElement(element, typeof element.box === 'string' ? keyed(boxes, element.box) : element.box);
  await hangPlanned(pool, id);
  await takeStock();
  await tickDone();
  for (const variant of VARIANTS) for (const capture of DEMO_CAPTURES) await comparePicture(capture, variant);
  await hangCompared(pool, id);

  /** Surveys of the host before anything was done, two readings, and what was tried on it earlier. */
  async function takeStock(): Promise<void> {
    const keep = async (survey: Survey) =>
      (await putBlob(pool, Readable.from([Buffer.from(JSON.stringify(survey))]), 'application/json', MOST))
        .sha256;
    const at = DEMO_SURVEY.takenAt!.replace('Z', '.000Z');
    const surveyId = fresh();
    await send({
      type: 'survey.add',
      id: surveyId,
      name: 'Before anything',
      at,
      what: 'survey',
      blob: await keep(DEMO_SURVEY),
    });
    const before = { type: 'reading.add', surveyId, phase: 'before', load: 'idle' } as const;
    const { memory, processor } = DEMO_SURVEY.reading!;
    await send({ ...before, id: fresh(), at, memory: [...memory], processor: [...processor] });
    await send({ ...before, id: fresh(), ...SECOND_RUN });
    await send({
      type: 'survey.add',
      id: fresh(),
      name: 'Settings before',
      at: '2026-11-21T08:15:00.000Z',
      what: 'settings',
      blob: await keep(DEMO_SETTINGS),
    });
    const trial = {
      type: 'trial.set',
      partRevision: 1,
      family: FERNBANK.family,
      hostVersion: FERNBANK.version,
    } as const;
    await send({
      ...trial,
      id: fresh(),
      partId: partId('Sallow Dock'),
      outcome: 'dropped',
      flavour: null,
      why: 'It forgot its place each time the projector was unplugged.',
      tried: '2026-10-03',
    });
    await send({
      ...trial,
      id: fresh(),
      partId: partId('Osier Slab'),
      outcome: 'kept',
      flavour: null,
      why: '',
      tried: '2026-10-11',
    });
  }

  /** The coat as it stands, with what may be chosen for it. */
  async function contextOf(): Promise<MatchContext> {
    const now = await loadRows(pool, id);
    const kinds = Object.values(now.element).map((e) => e.kind);
    const pinned = Object.values(now.layer).flatMap((l) =>
      l.partId ? [[l.partId, l.partRevision!] as const] : [],
    );
    return { rows: now, host: FERNBANK, parts: await partsServing(pool, kinds, pinned) };
  }

  /** Ticks what was done already: the plan is derived here just as the page does it. */
  async function tickDone(): Promise<void> {
    const ctx = await contextOf();
    const plan = derivePlan(ctx, evaluateCoat(ctx, indexOffers(ctx)));
    for (const step of stepsOf(plan).filter((s) => DEMO_DONE.some((title) => s.title.startsWith(title))))
      await send({
        type: 'plan.tick',
        id: fresh(),
        stepKey: step.key,
        title: step.title,
        what: 'done',
        note: '',
        pictures: [],
        step: keptStep(step),
        at: new Date().toISOString(),
      });
  }

  /** A picture of the own desktop as it was, drawn from the model, with the elements of the reference looked for on it. */
  async function comparePicture(
    { name, at, done, added }: (typeof DEMO_CAPTURES)[number],
    variant: (typeof VARIANTS)[number],
  ): Promise<void> {
    const ctx = await contextOf();
    const matches = Object.values(ctx.rows.match);
    const undone = new Set(
      matches.filter((m) => !done.includes(keyed(ctx.rows.element, m.elementId).name)).map((m) => m.id),
    );
    const without = {
      ...ctx.rows,
      match: Object.fromEntries(Object.entries(ctx.rows.match).filter(([m]) => !undone.has(m))),
    };
    const then = { ...ctx, rows: without };
    const { elements } = evaluateCoat(then, indexOffers(then));
    const variantRow = keyed(ctx.rows.variant, variantId(variant));
    const seen = seenIn(without, FERNBANK, elements, variantRow).map((e) => ({
      ...e,
      values: new Map(
        [...e.values].map(([trait, value]) => {
          const more = added[e.name]?.[trait];
          return [trait, more !== undefined && typeof value === 'number' ? value + more : value] as const;
        }),
      ),
    }));
    const { width, height, scale } = displayOf(ctx.rows);
    const view = { width, height, unit: scale, language: 'en', view: 'desktop' } as const;
    const { svg } = drawDesktop(composeDesktop(seen, view, letters), letters);
    const file = join(await mkdtemp(join(tmpdir(), 'spare-coat-')), 'own.png');
    await sharp(Buffer.from(svg)).flatten().removeAlpha().png().toFile(file);
    const { picture: read, pixels } = await loadPicture(file);
    await rm(dirname(file), { recursive: true });
    const { blob, original } = read;
    const capture = {
      id: fresh(),
      variantId: variantRow.id,
      name,
      subject: 'Whole desktop' as const,
      how: 'brought in' as const,
      at: at ?? new Date().toISOString(),
      blob,
      original,
      width: read.width,
      height: read.height,
    };
    await send({ type: 'capture.add', ...capture });
    const reference = pictures.find((p) => p.variant === variant)!;
    const row = keyed(ctx.rows.picture, reference.id);
    const regions = Object.values(ctx.rows.region).filter((r) => r.pictureId === reference.id);
    const asks = regions.map((region) => askFor(ctx.rows, capture, row, region, null));
    const sightings = sightAll(reference.pixels, pixels, asks, true).flatMap((found, i) =>
      found ? [sightingFrom(fresh(), row, nth(regions, i), found, false)] : [],
    );
    await send({ type: 'sighting.set', captureId: capture.id, sightings });
  }

  async function addElement(element: DemoElement, box: Rect): Promise<void> {
    const elementId = fresh();
    const [light, dark] = [nth(pictures, 0), nth(pictures, 1)];
    const traits: CommandOf<'element.add'>['traits'][number][] = [];
    const target = (
      trait: string,
      value: TraitValue,
      variant: string | null,
      pictureId: string,
      source: Source,
    ) =>
      traits.push({
        id: fresh(),
        trait,
        variantId: variant,
        state: null,
        target: value,
        pictureId,
        source,
      });
    const lightReading = readRegion(light.pixels, box, { settle: false });
    const kind = findKind(element.kind);
    const measured = measuredTraits(kind, { region: lightReading, bar: null, text: null });
    const own = { ...element.typed, ...element.assumed };
    for (const [trait, value] of measured) {
      if (trait in own) continue;
      const perVariant = findTrait(element.kind, trait)?.perVariant === true;
      const source = (pictureId: string) => ({ how: 'measured' as const, pictureId, ...box });
      target(trait, value, perVariant ? variantId('light') : null, light.id, source(light.id));
    }
    for (const [trait, value] of Object.entries(element.typed))
      target(trait, value, null, light.id, { how: 'typed' });
    for (const [trait, value] of Object.entries(element.assumed ?? {}))
      target(trait, value, null, light.id, { how: 'assumed' });
    await send({
      type: 'element.add',
      id: elementId,
      kind: element.kind,
      name: element.name,
      weight: element.weight,
      region: { id: fresh(), pictureId: light.id, ...box, state: null, ground: lightReading.ground },
      traits,
    });
    const darkReading = readRegion(dark.pixels, box, { settle: false });
    const darkTraits = [...measuredTraits(kind, { region: darkReading, bar: null, text: null })]
      .filter(([trait]) => !(trait in own) && findTrait(element.kind, trait)?.perVariant === true)
      .map(([trait, value]) => ({
        id: fresh(),
        trait,
        variantId: variantId('dark'),
        state: null,
        target: value,
        pictureId: dark.id,
        source: { how: 'measured' as const, pictureId: dark.id, ...box },
      }));
    await send({
      type: 'element.measure',
      id: elementId,
      region: { id: fresh(), pictureId: dark.id, ...box, state: null, ground: darkReading.ground },
      traits: darkTraits,
    });
    const matchId = fresh();
    if (element.base) {
      const { part, offer } = element.base;
      const layerId = fresh();
      await send({
        type: 'match.choose',
        elementId,
        matchId,
        layerId,
        partId: part ? partId(part) : null,
        partRevision: part ? 1 : null,
        offer,
      });
      for (const [trait, value] of Object.entries(element.byHand ?? {}))
        await send({ type: 'match.setting', layerId, trait, variantId: null, value });
    }
    if (element.said) {
      const { as, reason, lost } = element.said;
      await send({ type: 'match.say', elementId, matchId, said: as, reason, lost });
    }
  }
}
