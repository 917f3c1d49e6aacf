import { chamfer, cornersAmong, fillet } from '@flexum/core/sketch'
import type { Change } from './change.ts'

const needs = 'Choose corners, or the curves that meet in them'

/** Rounds the chosen corners; all share one dimension. */
export const roundCorners: Change = {
  word: 'Round',
  key: 'r',
  also: ['fillet', 'radius', 'corner', 'soften'],
  needs,
  fields: [{ key: 'radius', label: 'Radius', dimension: 'length', first: '5' }],
  options: [
    {
      key: 'short',
      label: 'Short curves beside',
      choices: [
        ['stay', 'stay'],
        ['go', 'go where there is no room'],
      ],
    },
  ],
  fits: (model, chosen) => cornersAmong(model.entities, chosen).length > 0,
  build(draft, { chosen, figures, options }) {
    draft.figure = figures['radius']!.formula
    const corners = cornersAmong(draft.entities, chosen)
    return fillet(draft, corners, figures['radius']!.value, { swallow: options['short'] === 'go' })
  },
}

/** Bevels the chosen corners of lines. */
export const bevelCorners: Change = {
  word: 'Bevel',
  key: '',
  also: ['chamfer', 'corner', 'flat'],
  needs,
  fields: [{ key: 'setback', label: 'Setback', dimension: 'length', first: '5' }],
  options: [],
  fits: (model, chosen) => cornersAmong(model.entities, chosen).length > 0,
  build(draft, { chosen, figures }) {
    draft.figure = figures['setback']!.formula
    return chamfer(draft, cornersAmong(draft.entities, chosen), figures['setback']!.value)
  },
}
