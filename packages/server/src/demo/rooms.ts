import {
  emptyPart,
  openingEntry,
  roomWall,
  type Part,
  type PiecesStep,
  type RunStep,
  type Step,
  type MouldingLineStep,
} from '@flexum/core/recipe'
import { ASH } from './part-materials.ts'

/** An octagonal bay: its front bows out, and its corners follow from how far. */
const INTO_FRONT = '135 deg + 2 * atan(bow / 1000 mm)'

const line = (id: string, name: string, more: Partial<MouldingLineStep>): MouldingLineStep => ({
  id,
  kind: 'trim-path',
  name,
  aside: false,
  walls: 'walls',
  level: 'floor',
  height: '900 mm',
  first: null,
  last: null,
  ...more,
})

const profile = (
  id: string,
  name: string,
  shape: 'cornice' | 'skirting',
  sizes: Record<string, string>,
): Step => ({
  id,
  kind: 'stock-profile',
  name,
  aside: false,
  shape,
  sizes,
  material: ASH,
})

const moulding = (
  id: string,
  name: string,
  path: string,
  of: string,
  anchor: RunStep['anchor'],
): RunStep => ({
  id,
  kind: 'run',
  name,
  aside: false,
  path,
  profile: of,
  turning: 'faces',
  anchor,
  clock: '0',
  flip: false,
  corners: { all: 'mitre', each: {} },
})

const pieces = (id: string, name: string, run: string): PiecesStep => ({
  id,
  kind: 'pieces',
  name,
  aside: false,
  run,
  turned: false,
  hold: '75 mm',
})

/** The room of the bay: a cornice all round, a foot board from one side of the door to the other, and a frame round the door. */
export const bayRoom: Part = {
  ...emptyPart('Bay room'),
  values: [
    { id: 'v1', name: 'bow', dimension: 'length', formula: '250' },
    { id: 'v2', name: 'high', dimension: 'length', formula: '2450' },
  ],
  steps: [
    {
      id: 'walls',
      kind: 'wall-path',
      name: 'Bay room',
      aside: false,
      rows: [
        roomWall('n1', '2000 mm + 1000 mm * sqrt(2)', '90 deg'),
        roomWall('n2', '1500', '135 deg'),
        roomWall('n3', '1000', INTO_FRONT),
        roomWall('n4', '2000', INTO_FRONT, 'bow'),
        roomWall('n5', '1000', '135 deg'),
        roomWall('n6', '1500', '90 deg'),
      ],
      openings: [
        openingEntry('o1', 'n1', '400', '850', '2000'),
        openingEntry('o2', 'n3', '150', '700', '1150', '900'),
        openingEntry('o3', 'n5', '150', '700', '1150', '900'),
      ],
      closed: true,
      x: '0',
      y: '0',
      heading: '0',
      height: 'high',
    },
    line('top', 'Cornice line', { level: 'ceiling' }),
    line('foot', 'Foot line', { first: 'o1', last: 'o1', clear: '70' }),
    line('frame', 'Door line', { level: 'opening', around: 'o1', clear: '5' }),
    profile('cove', 'Cornice', 'cornice', { face: '90', thickness: '14', spring: '38' }),
    profile('board', 'Foot board', 'skirting', { height: '95', thickness: '16', round: '6' }),
    profile('casing', 'Door board', 'skirting', { height: '65', thickness: '18', round: '5' }),
    moulding('run', 'Cornice', 'top', 'cove', 'top-left'),
    moulding('footing', 'Foot board', 'foot', 'board', 'bottom-left'),
    moulding('casings', 'Door frame', 'frame', 'casing', 'bottom-left'),
    pieces('cornices', 'Cornice pieces', 'run'),
    pieces('boards', 'Foot board pieces', 'footing'),
    pieces('frames', 'Door frame pieces', 'casings'),
  ],
}
