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
      label: 'Outer corners',
      choices: [
        ['extended', 'sharp'],
        ['rounded', 'round'],
      ],
    },
    {
      key: 'caps',
      label: 'Ends',
      when: (o) => o['side'] === 'both',
      choices: [
        ['open', 'stay open'],
        ['straight', 'closed straight'],
        ['round', 'closed round'],
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
    const { side, corners, caps, linked } = options
    return offset(draft, curvesAmong(model, chosen), {
      distance: value,
      side: side === 'both' || side === 'right' ? side : 'left',
      corners: corners === 'rounded' ? 'rounded' : 'extended',
      caps: caps === 'straight' || caps === 'round' ? caps : 'open',
      linked: linked !== 'no',
    })
  },
}
