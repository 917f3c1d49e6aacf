/** The lesser part of the golden section, (3 - sqrt 5) / 2. */
const GOLDEN = (3 - Math.sqrt(5)) / 2

/** Narrowings that leave less than 1e-10 of a stretch: nothing of a place of a minimum is told more finely in double precision. */
const NARROWINGS = 48

/**
 * Where a function that falls and then rises over a stretch is least, by golden section (Kiefer 1953): a look a narrowing, each of which leaves
 * 0.618 of the stretch; the least place that was looked at. Of a function that does otherwise, where one of its least places in the stretch is.
 */
export function leastBetween(
  f: (x: number) => number,
  low: number,
  high: number,
  narrowings = NARROWINGS,
): number {
  let [a, b] = [low, high]
  let [p, q] = [a + GOLDEN * (b - a), b - GOLDEN * (b - a)]
  let [fp, fq] = [f(p), f(q)]
  for (let k = 0; k < narrowings; k++) {
    if (fp < fq) {
      ;[b, q, fq] = [q, p, fp]
      p = a + GOLDEN * (b - a)
      fp = f(p)
    } else {
      ;[a, p, fp] = [p, q, fq]
      q = b - GOLDEN * (b - a)
      fq = f(q)
    }
  }
  return fp < fq ? p : q
}
