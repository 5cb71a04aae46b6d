/**
 * Reading one cell of a typed array that has to be there. One function for each sort of array, so that a loop over millions of
 * cells sees one sort only and the engine can fold it into the loop: a single function for all lists was four times slower.
 */

/** A byte at an index, 0 to 255. @throws RangeError outside the array: a fault of the code */
export function byteAt(cells: Uint8Array | Uint8ClampedArray, index: number): number {
  const cell = cells[index];
  if (cell === undefined) throw outside(cells, index);
  return cell;
}

/** A whole number of 32 bits at an index. @throws RangeError outside the array: a fault of the code */
export function wordAt(cells: Int32Array | Uint32Array, index: number): number {
  const cell = cells[index];
  if (cell === undefined) throw outside(cells, index);
  return cell;
}

/** A number of single precision at an index. @throws RangeError outside the array: a fault of the code */
export function singleAt(cells: Float32Array, index: number): number {
  const cell = cells[index];
  if (cell === undefined) throw outside(cells, index);
  return cell;
}

/** A number of double precision at an index. @throws RangeError outside the array: a fault of the code */
export function doubleAt(cells: Float64Array, index: number): number {
  const cell = cells[index];
  if (cell === undefined) throw outside(cells, index);
  return cell;
}

function outside(cells: ArrayLike<number>, index: number): RangeError {
  return new RangeError(`There is no cell ${index} in an array of ${cells.length}.`);
}
