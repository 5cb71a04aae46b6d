import { fileURLToPath } from 'node:url';
import { join } from 'node:path';

export const ROOT = fileURLToPath(new URL('../../', import.meta.url));
/** Git-ignored: the database cluster, its password, stamps of what was built. */
export const DATA = join(ROOT, '.data');
