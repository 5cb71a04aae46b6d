/**
 * A short name for a text that is safe as the name of a file: sixteen hexadecimal figures of two FNV-1a hashes (public
 * domain, Fowler, Noll, Vo). Not for secrets: equal names of unequal texts are merely unlikely, some 1 in 10^19 a pair.
 */
export function shortId(text: string): string {
  const hash = (seed: number) => {
    let h = seed >>> 0;
    for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 16777619) >>> 0;
    return h.toString(16).padStart(8, '0');
  };
  return hash(2166136261) + hash(84696351);
}
