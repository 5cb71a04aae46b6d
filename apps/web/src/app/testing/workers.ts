import { rehearsed } from '../../workers/rehearsed';
import type { RehearsalAsk } from '../../workers/rehearsal.messages';

/** Lets the page's workers do their work here, a moment later: a test's page has none of its own. */
export function workersHere(): void {
  globalThis.Worker = class extends EventTarget {
    onmessage: ((event: MessageEvent) => void) | null = null;
    onerror = null;
    onmessageerror = null;
    private isEnded = false;
    postMessage(ask: RehearsalAsk): void {
      queueMicrotask(() => {
        if (this.isEnded) return;
        const event = new MessageEvent('message', { data: rehearsed(ask) });
        this.onmessage?.(event);
        this.dispatchEvent(event);
      });
    }
    terminate(): void {
      this.isEnded = true;
    }
  } as unknown as typeof Worker;
}
