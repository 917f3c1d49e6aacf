import { ok } from '@flexum/core/base'
import { offset } from '@flexum/core/sketch'
import { curvesAmong } from './chosen.ts'
import type { Change } from './change.ts'

/** Draws beside a chain at a distance, on one side or both, kept so if asked. */
export const drawBeside: Change = {
  word: 'Beside',
  key: 'f',
  also: ['offset', 'parallel', 'wall', 'at a distance'],
  needs: 'Choose a chain of lines and arcs, or a circle',
  fields: [{ key: 'distance', label: 'Distance', dimension: 'length', first: '5' }],
  options: [
    {
      key: 'side',
      label: 'Side',
      choices: [
        ['left', 'left of travel, inside a circle'],
        ['right', 'right of travel, outside a circle'],
        ['both', 'both sides'],
      ],
    },
    {
      key: 'corners',
      label: 'Outside corners',
      choices: [
        ['extended', 'run on'],
        ['rounded', 'rounded'],
      ],
    },
    {
      key: 'linked',
      label: 'The distance',
      choices: [
        ['yes', 'is kept from now on'],
        ['no', 'is drawn once'],
      ],
    },
  ],
  fits: (model, chosen) => curvesAmong(model, chosen).length > 0,
  build(draft, { model, chosen, figures, options }) {
    const { value, formula } = figures['distance']!
    draft.figure = formula
    const curves = curvesAmong(model, chosen)
    const sides = options['side'] === 'both' ? [1, -1] : [options['side'] === 'right' ? -1 : 1]
    const made: string[] = []
    for (const side of sides) {
      const beside = offset(draft, curves, {
        distance: side * value,
        corners: options['corners'] === 'rounded' ? 'rounded' : 'extended',
        linked: options['linked'] !== 'no',
      })
      if (!beside.ok) return beside
      made.push(...beside.value)
    }
    return ok(made)
  },
}
