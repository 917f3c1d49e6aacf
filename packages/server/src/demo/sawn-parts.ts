import { nodeEntry, partOnPath, type Part, type Step } from '@flexum/core/recipe'
import { ASH } from './part-materials.ts'
import { withRun } from './run-parts.ts'

/** A part with what its run is sawn into, in place of a blank. */
export function sawn(part: Part): Part {
  const pieces: Step = {
    id: 'pieces',
    kind: 'pieces',
    name: 'Pieces',
    aside: false,
    run: 'run',
    turned: false,
    hold: '75 mm',
  }
  return { ...part, steps: [...part.steps.filter((s) => s.kind !== 'blank'), pieces] }
}

/** The notice frame: flats of ash round a board, mitred, sized by its outside. */
export const noticeFrame: Part = sawn({
  ...withRun(
    partOnPath(
      'Notice frame',
      {
        id: 'path',
        kind: 'node-path',
        name: 'Outside',
        aside: false,
        closed: true,
        nodes: [
          nodeEntry('n1', '0', '0', '0'),
          nodeEntry('n2', 'wide', '0', '0'),
          nodeEntry('n3', 'wide', 'high', '0'),
          nodeEntry('n4', '0', 'high', '0'),
        ],
      },
      {
        name: 'Flat',
        shape: 'flat',
        sizes: { width: '45', thickness: '18' },
        material: ASH,
      },
    ),
    { anchor: 'left', corners: { all: 'mitre', each: {} } },
  ),
  values: [
    { id: 'v1', name: 'wide', dimension: 'length', formula: '420' },
    { id: 'v2', name: 'high', dimension: 'length', formula: '594' },
  ],
  variants: [{ id: 'small', name: 'Small', overrides: { wide: '297', high: '420' } }],
})
