/** A handle is this large; those that would lie on each other stand beside each other. */
const GRIP = 25;

const MOST_TURNS = 8;

/** Handles where they can be grasped: what would lie on another stands beside it. */
export function apart<T extends { at: [number, number] }>(handles: T[]): T[] {
  const out: T[] = [];
  for (const one of handles) {
    let at = one.at;
    for (let turn = 0; turn < MOST_TURNS; turn++) {
      const near = out.find((other) => Math.max(Math.abs(at[0] - other.at[0]), Math.abs(at[1] - other.at[1])) < GRIP - 0.01);
      if (!near) break;
      const [dx, dy] = [at[0] - near.at[0], at[1] - near.at[1]];
      const far = Math.hypot(dx, dy);
      const away: [number, number] = far > 1 ? [dx / far, dy / far] : [1, 0];
      // Between two others the way out is to the side.
      const [ux, uy] = turn < 2 ? away : [-away[1], away[0]];
      const reach = GRIP / Math.max(Math.abs(ux), Math.abs(uy));
      at = [near.at[0] + ux * reach, near.at[1] + uy * reach];
    }
    out.push({ ...one, at });
  }
  return out;
}
