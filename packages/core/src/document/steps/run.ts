import { string } from 'yup'
import type { Id } from '../../base/index.ts'
import type { Formula } from '../../units/index.ts'
import { flagSchema, formulaSchema, idSchema, record } from '../schema-parts.ts'
import { baseFields, mapFields, type StepBase, type StepKind } from './kind.ts'

/** Points of a section that can sit on the path: its centroid, or a point of its box. */
export const ANCHORS = [
  'centroid',
  'middle',
  'left',
  'right',
  'top',
  'bottom',
  'top-left',
  'top-right',
  'bottom-left',
  'bottom-right',
] as const
export type Anchor = (typeof ANCHORS)[number]

/** One profile carried along one path. */
export interface RunStep extends StepBase {
  readonly kind: 'run'
  readonly path: Id
  readonly profile: Id
  readonly turning: 'square'
  readonly anchor: Anchor
  /** Turn of the section about the path, right-hand rule about travel. */
  readonly clock: Formula
  /** Mirrored left to right about its anchor. */
  readonly flip: boolean
}

export const runKind: StepKind<RunStep> = {
  kind: 'run',
  title: 'Run',
  station: 'run',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['run']).required(),
    path: idSchema,
    profile: idSchema,
    turning: string().strict().oneOf(['square'], 'turning is "square"').required('a turning is missing here'),
    anchor: string()
      .strict()
      .oneOf([...ANCHORS], `an anchor is one of ${ANCHORS.join(', ')}`)
      .required('an anchor is missing here'),
    clock: formulaSchema,
    flip: flagSchema,
  }),
  inputs: (step) => [step.path, step.profile],
  mapFormulas: (step, visit) => mapFields(step, [['clock', 'angle']], '', visit),
}
