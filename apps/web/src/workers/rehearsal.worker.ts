/// <reference lib="webworker" />
import type { RehearsalAsk } from './rehearsal.messages';
import { rehearsed } from './rehearsed';

/** Rehearses away from the page. */
addEventListener('message', ({ data }: MessageEvent<RehearsalAsk>) => postMessage(rehearsed(data)));
