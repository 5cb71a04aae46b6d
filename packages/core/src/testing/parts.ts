import type { HostProfile } from '../model/host/profile.js';
import type { Offer, Supply } from '../model/offers/offer.js';
import type { Part } from '../model/parts/part.js';
import { PLAIN_PART } from '../model/parts/plainPart.js';
import { uuid } from './coat.js';

/** A host with one bar whose thickness reaches 64, for tests. */
export function testHost(more: Partial<HostProfile> = {}): HostProfile {
  const setting = (key: string) => ({ key, place: `Settings › ${key}` });
  return {
    id: uuid('host'),
    revision: 1,
    family: 'fernbank',
    name: 'Fernbank',
    version: '3.4',
    summary: 's',
    surfaces: { bar: 1 },
    offers: [
      {
        id: 'bar-1',
        kind: 'bar',
        name: 'Host bar',
        replaces: false,
        supplies: {
          edge: { oneOf: ['left', 'right'], setting: setting('bar.edge') },
          thickness: { range: { least: 24, most: 64, step: 2 }, setting: setting('bar.thickness') },
          colour: { any: true, setting: setting('bar.colour') },
        },
      },
    ],
    defaults: {
      bar: { edge: 'left', thickness: 46, colour: { byVariant: { light: '#dfe8e0', dark: '#22302a' } } },
    },
    folders: { 'icon set': '~/.local/share/icons' },
    channels: [
      {
        id: 'pipit',
        name: 'Pipit 24',
        install: ['larder', 'get', '{package}'],
        remove: ['larder', 'drop', '{package}'],
        query: ['larder', 'has', '{package}'],
      },
    ],
    commands: {
      safePoint: ['stepback', 'make', '{name}'],
      set: ['fern', 'set', '{key}', '{value}'],
      get: ['fern', 'show', '{key}'],
      enable: ['fern', 'addon', 'on', '{id}'],
      disable: ['fern', 'addon', 'off', '{id}'],
      open: ['fern', 'open', '{name}'],
    },
    effects: { enable: 'session', package: 'none' },
    facts: {},
    ...more,
  };
}

/** A part that serves bars, for tests. */
export function testPart(
  name: string,
  more: Partial<Part> = {},
  supplies: Record<string, Supply> = {},
): Part {
  const offer: Offer = { id: 'bar', kind: 'bar', name: `${name} bar`, replaces: true, supplies };
  return {
    ...PLAIN_PART,
    id: uuid(`part ${name}`),
    revision: 1,
    name,
    author: 'Somebody',
    home: 'https://parts.example/x',
    sort: 'bar',
    summary: 's',
    version: '1.0',
    released: '2026-01-01',
    licence: 'MIT',
    fits: [{ host: 'fernbank', versions: '>=3.2 <3.6', how: 'declared' }],
    channels: [{ way: 'package', names: { pipit: name.toLowerCase() } }],
    offers: [offer],
    ...more,
  };
}
