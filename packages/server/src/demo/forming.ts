import type { FormingRule } from '@flexum/core/recipe'
import type { StockForming } from '../db/schema.ts'

const degrees = (v: number): number => (v * Math.PI) / 180

const rules = (
  smallest: number,
  strain: number,
  thinning: number,
  ovality: number,
  strength: number,
  stiffness: number,
): Readonly<Record<FormingRule, number>> => ({
  smallest,
  strain,
  thinning,
  ovality,
  ovalityFactor: 0.05,
  strength,
  stiffness,
})
const shares = (...rows: readonly (readonly [ratio: number, share: number])[]) =>
  rows.map(([ratio, share]) => ({ ratio, share }))
const trials = (radius: number, ...rows: readonly (readonly [set: number, got: number])[]) =>
  rows.map(([set, got]) => ({ radius, set: degrees(set), got: degrees(got) }))

/** Made-up figures of how the demo's stock bends, by its id. */
export const DEMO_FORMING: Readonly<Record<string, StockForming>> = {
  'rb-4-ss': {
    rules: rules(6, 0.35, 0, 0, 280, 190),
    shares: shares([1, 0.38], [2, 0.42], [4, 0.46], [6, 0.5]),
    trials: trials(10, [31.5, 30], [62.6, 60], [93.5, 90], [124.8, 120]),
  },
  'rb-3-sp': {
    rules: rules(9, 0.2, 0, 0, 1200, 200),
    shares: shares([2, 0.45], [4, 0.5]),
    trials: trials(12, [36, 30], [70, 60], [104, 90]),
  },
  'tu-15-cu': {
    rules: rules(30, 0.3, 0.2, 0.1, 70, 120),
    shares: shares([2, 0.44], [3, 0.46], [5, 0.49], [6, 0.5]),
    trials: [...trials(45, [30.6, 30], [61, 60], [91.4, 90]), ...trials(75, [61.6, 60], [92.2, 90])],
  },
  'tu-20-al': {
    rules: rules(40, 0.22, 0.18, 0.08, 110, 70),
    shares: shares([2, 0.43], [3, 0.45], [5, 0.48], [7, 0.5]),
    trials: trials(60, [46.2, 45], [92.3, 90], [123, 120]),
  },
  'tu-25-al': {
    rules: rules(60, 0.22, 0.18, 0.08, 110, 70),
    shares: shares([2, 0.43], [3, 0.45], [5, 0.48], [7, 0.5]),
    trials: [],
  },
}
