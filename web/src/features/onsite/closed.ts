// Written by `rowstake formulas` from the core; a test holds both equal. Not to be changed by hand. Lengths in mm.

const TINY = 1e-09;

/** `a − b`: how far two diagonals are apart. */
export function outOfSquare(a: number, b: number): number {
  return (a - b);
}

/** `(a² − b²) / (4 · length)`: how far the far edge is pushed so that diagonal a gets shorter. Source: a parallelogram of fixed sides. */
export function push(a: number, b: number, length: number): number {
  return (((a * a) - (b * b)) / (4 * length));
}

/** `√(length² + width²)`. */
export function trueDiagonal(length: number, width: number): number {
  return Math.hypot(length, width);
}

/** Of all counts the one whose mean gap is nearest the gap as designed: `m = (near + far) / 2`, k or k + 1 with `k = ⌊m / (board + gap)⌋`. */
export function boardsLeft(near: number, far: number, board: number, gap: number): number {
  const mean = ((near + far) / 2);
  const fits = Math.max(1, Math.floor((mean / (board + gap))));
  const less = Math.abs((((mean / fits) - board) - gap));
  const more = Math.abs((((mean / (fits + 1)) - board) - gap));
  return ((less <= more) ? fits : (fits + 1));
}

/** `remaining / boards − board`. */
export function gapAt(remaining: number, boards: number, board: number): number {
  return ((remaining / boards) - board);
}

/** `after + faces + clear`: the middle of a post by what is free between it and the one before; faces is half of both. */
export function markAfter(after: number, faces: number, clear: number): number {
  return ((after + faces) + clear);
}

/** `⌈stretch / pitch⌉`, at least one. */
export function baysIn(stretch: number, pitch: number): number {
  return Math.max(1, Math.ceil(((stretch / pitch) - TINY)));
}

/** `start + (end − start) · number / n`: the number-th mark of a stretch in equal bays. */
export function markIn(start: number, end: number, pitch: number, number: number): number {
  return (start + (((end - start) * number) / baysIn((end - start), pitch)));
}

/** `(12 · feet + inches + parts / of) · 25.4`: what a tape in feet shows, as mm. */
export function fromFeet(feet: number, inches: number, parts: number, of: number): number {
  return ((((12 * feet) + inches) + (parts / of)) * 25.4);
}

/** `⌊mm / 25.4 · of + ½⌋`: the nearest mark of a tape, in parts of an inch. */
export function partsOfInch(mm: number, of: number): number {
  return Math.floor((((mm / 25.4) * of) + 0.5));
}

/** `drawn − off`: what stands on a support that is high is cut shorter. */
export function cutBy(drawn: number, off: number): number {
  return (drawn - off);
}

/** `off / over · 1000`: a lean in mm a metre, by how far off plumb it is over a level. */
export function leanOf(off: number, over: number): number {
  return ((off / over) * 1000);
}

/** `sight + known − level`: what a staff reads on something drawn at `level`, where it reads `sight` on something that stands at `known`. */
export function staffAt(sight: number, known: number, level: number): number {
  return ((sight + known) - level);
}

/** `sight + known − level − reading`: how much higher than drawn what the staff was held on stands. */
export function offBy(sight: number, known: number, level: number, reading: number): number {
  return (staffAt(sight, known, level) - reading);
}
