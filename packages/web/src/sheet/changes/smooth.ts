import { smoothen } from '@flexum/core/sketch'
import { curvesAmong } from './chosen.ts'
import type { Change } from './change.ts'

/** A straight or an arc becomes a smooth curve that can be pulled by points along it. */
export const smoothChosen: Change = {
  word: 'Smooth curve',
  key: '',
  also: ['spline', 'free curve', 'bend', 'sweep', 'fair'],
  needs: 'Choose one straight or one arc',
  fields: [{ key: 'points', label: 'Points between', dimension: 'number', first: '3' }],
  options: [
    {
      key: 'ends',
      label: 'Its ends',
      choices: [
        ['held', 'are held where they are'],
        ['free', 'stay free'],
      ],
    },
  ],
  fits(model, chosen) {
    const curves = curvesAmong(model, chosen)
    const e = model.byId.get(curves[0] ?? '')
    return curves.length === 1 && (e?.kind === 'line' || e?.kind === 'arc')
  },
  build: (draft, { model, chosen, figures, options }) =>
    smoothen(draft, curvesAmong(model, chosen)[0]!, figures['points']!.value, options['ends'] !== 'free'),
}
