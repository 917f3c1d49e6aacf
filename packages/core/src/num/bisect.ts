/** Halvings: what is left of the stretch after them is a ten-millionth of it. */
const HALVINGS = 24

/**
 * How far from `good`, where something holds, towards `bad`, where it does not, it goes on holding: found by halving the
 * stretch between them a fixed number of times. What is given holds, so long as it does for `good`.
 */
export function lastHolding(
  good: number,
  bad: number,
  holds: (x: number) => boolean,
  halvings = HALVINGS,
): number {
  let [last, not] = [good, bad]
  for (let k = 0; k < halvings; k++) {
    const middle = (last + not) / 2
    if (holds(middle)) last = middle
    else not = middle
  }
  return last
}
