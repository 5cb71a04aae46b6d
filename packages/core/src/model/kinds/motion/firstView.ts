import type { Drawing } from '../drawn.js';

/** What is seen first in a new session, where that is what the picture shows; null else. */
export function firstViewOf({ look, view }: Drawing): string | null {
  return view === 'first-view' ? look.told('first-view').text('view', 'bare desktop') : null;
}
