/// <reference lib="webworker" />
import type { LearnAsk } from './learn.messages';
import { learnt } from './learnt';

/** Learns a desktop away from the page. */
addEventListener('message', ({ data }: MessageEvent<LearnAsk>) => postMessage(learnt(data)));
