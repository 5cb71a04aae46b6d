/** Sorts of which a file is chosen, whatever folder it lies in; all others are chosen by the name of their folder. */
export const FOUND_BY_FILE: readonly string[] = ['wallpaper', 'font'];
