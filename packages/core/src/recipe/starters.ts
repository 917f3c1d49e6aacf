import type { Formula } from '../units/index.ts'
import { freshStep, emptyPart, type Part, type Step } from '../document/index.ts'
import { roomWall } from '../steps/wall-path/typed.ts'
import { nodeEntry, type NodeEntry } from '../steps/node-path/typed.ts'
import { FIRST_MATERIAL, type MaterialEntry } from '../steps/stock-profile/typed.ts'
import type { StockShape } from '../profile/index.ts'

/** A whole recipe round a path step: profile, run and blank on it. */
export function partOnPath(
  name: string,
  path: Step,
  profile: {
    name: string
    shape: StockShape
    sizes: Readonly<Record<string, Formula>>
    material: MaterialEntry
  },
): Part {
  const section: Step = { id: 'profile', kind: 'stock-profile', aside: false, ...profile }
  const steps = [path, section]
  for (const kind of ['run', 'blank'] as const) {
    const made = freshStep({ ...emptyPart(name), steps }, kind, { id: kind, name: WHOLE[kind] })
    if (!made.ok) throw new Error(made.fault.message)
    steps.push(made.value)
  }
  return { ...emptyPart(name), steps }
}

const WHOLE = { run: 'Run', blank: 'Blank' } as const

function nodePath(nodes: readonly NodeEntry[], closed = false): Step {
  return { id: 'path', kind: 'node-path', name: 'Centre line', aside: false, closed, nodes }
}

const roundBar = {
  name: 'Round bar',
  shape: 'round-bar',
  sizes: { diameter: '10' },
  material: FIRST_MATERIAL,
} as const
const tube = {
  name: 'Tube',
  shape: 'tube',
  sizes: { diameter: '20', wall: '2' },
  material: FIRST_MATERIAL,
} as const

const emptySketch: Step = {
  id: 'sketch',
  kind: 'sketch',
  name: 'Centre line sketch',
  aside: false,
  plane: { kind: 'xz', offset: '0' },
  entities: [],
  constraints: [],
}

/** Shapes a new part can start from; each is a whole part, ready to change. A drawn one waits for its path. */
export const STARTERS = {
  drawn: {
    title: 'Drawn path',
    make: (name: string): Part => {
      const path: Step = {
        id: 'path',
        kind: 'sketch-path',
        name: 'Centre line',
        aside: false,
        sketch: 'sketch',
        curves: [],
        start: null,
        reversed: false,
      }
      const part = partOnPath(name, path, roundBar)
      return { ...part, steps: [emptySketch, ...part.steps] }
    },
  },
  straight: {
    title: 'Straight bar',
    make: (name: string) =>
      partOnPath(
        name,
        nodePath([nodeEntry('n1', '0', '0', '0'), nodeEntry('n2', '300', '0', '0')]),
        roundBar,
      ),
  },
  angle: {
    title: 'One bend',
    make: (name: string) =>
      partOnPath(
        name,
        nodePath([
          nodeEntry('n1', '0', '0', '0'),
          nodeEntry('n2', '200', '0', '0', '30'),
          nodeEntry('n3', '200', '150', '0'),
        ]),
        roundBar,
      ),
  },
  hoop: {
    title: 'Hoop',
    make: (name: string) =>
      partOnPath(
        name,
        nodePath([
          nodeEntry('n1', '0', '0', '0'),
          nodeEntry('n2', '0', '0', '200', '40'),
          nodeEntry('n3', '300', '0', '200', '40'),
          nodeEntry('n4', '300', '0', '0'),
        ]),
        tube,
      ),
  },
  frame: {
    title: 'Closed frame',
    make: (name: string) =>
      partOnPath(
        name,
        nodePath(
          [
            nodeEntry('n1', '0', '0', '0', '30'),
            nodeEntry('n2', '300', '0', '0', '30'),
            nodeEntry('n3', '300', '200', '0', '30'),
            nodeEntry('n4', '0', '200', '0', '30'),
          ],
          true,
        ),
        tube,
      ),
  },
  spring: {
    title: 'Helix',
    make: (name: string) =>
      partOnPath(
        name,
        {
          id: 'path',
          kind: 'helix-path',
          name: 'Coil',
          aside: false,
          radius: '20',
          pitch: '12',
          turns: '6',
          hand: 'right',
        },
        { ...roundBar, sizes: { diameter: '3' } },
      ),
  },
  room: {
    title: 'Room',
    make: (name: string): Part => {
      const walls = ['4000', '3000', '4000', '3000'].map((l, i) => roomWall(`n${i + 1}`, l, '90 deg'))
      const base = { aside: false } as const
      return {
        ...emptyPart(name),
        steps: [
          {
            ...base,
            id: 'walls',
            kind: 'wall-path',
            name: 'Walls',
            rows: walls,
            closed: true,
            x: '0',
            y: '0',
            heading: '0',
            height: '2500',
          },
          {
            ...base,
            id: 'line',
            kind: 'trim-path',
            name: 'Cornice line',
            walls: 'walls',
            level: 'ceiling',
            height: '900',
            first: null,
            last: null,
          },
          {
            ...base,
            id: 'profile',
            kind: 'stock-profile',
            name: 'Cornice',
            shape: 'cornice',
            sizes: { face: '90', thickness: '14', spring: '38 deg' },
            material: { name: 'Ash wood', density: '680 kg/m3', look: 'wood' },
          },
          {
            ...base,
            id: 'run',
            kind: 'run',
            name: 'Cornice',
            path: 'line',
            profile: 'profile',
            turning: 'faces',
            anchor: 'top-left',
            clock: '0',
            flip: false,
            corners: { all: 'mitre', each: {} },
          },
          {
            ...base,
            id: 'pieces',
            kind: 'pieces',
            name: 'Cornice pieces',
            run: 'run',
            turned: false,
            hold: '75',
          },
        ],
      }
    },
  },
} as const

export type StarterName = keyof typeof STARTERS
