import { createElement, type ReactNode } from 'react'
import type { Step, StepKindName } from '@flexum/core/recipe'
import { bentPathPage } from './bent-path/index.tsx'
import { changedPathPage } from './changed-path/index.tsx'
import { blankPage } from './blank/index.tsx'
import { formingPage } from './forming/index.tsx'
import { trimPathPage } from './moulding-line/index.tsx'
import { wallPathPage } from './wall-path/index.tsx'
import { piecesPage } from './pieces/index.tsx'
import { broughtBodyPage } from './imported-body/index.tsx'
import { blendedPage } from './loft/index.tsx'
import { edgePathPage } from './edge-path/index.tsx'
import { hollowedPage } from './shell/index.tsx'
import { pushedPage } from './pushed/index.tsx'
import { edgesPage } from './fillet/index.tsx'
import { extrudedPage } from './extruded/index.tsx'
import { halvedPage } from './halved/index.tsx'
import { helixPathPage } from './helix-path/index.tsx'
import { meetingPage } from './trim/index.tsx'
import { holesPage } from './holes/index.tsx'
import { bendTablePage } from './bend-table/index.tsx'
import { nodePathPage } from './node-path/index.tsx'
import { otherPage } from './other/index.tsx'
import { FromEnd } from './shared/FromEnd.tsx'
import type { PageKind } from './page-kind.ts'
import { plainBodyPage } from './plain-body/index.tsx'
import { runPage } from './run/index.tsx'
import { sketchPathPage } from './sketch-path/index.tsx'
import { sketchProfilePage } from './sketch-profile/index.tsx'
import { sketchPage } from './sketch/index.tsx'
import { turnedPage } from './revolved/index.tsx'
import { stockProfilePage } from './stock-profile/index.tsx'

/** What the page knows of every kind of step. A new kind is one line here. */
const OWN: { readonly [K in StepKindName]: PageKind<Extract<Step, { kind: K }>> } = {
  sketch: sketchPage,
  'node-path': nodePathPage,
  'bend-table': bendTablePage,
  'bent-path': bentPathPage,
  'changed-path': changedPathPage,
  'helix-path': helixPathPage,
  'sketch-path': sketchPathPage,
  'stock-profile': stockProfilePage,
  'sketch-profile': sketchProfilePage,
  run: runPage,
  extruded: extrudedPage,
  turned: turnedPage,
  'plain-body': plainBodyPage,
  'brought-body': broughtBodyPage,
  halved: halvedPage,
  holes: holesPage,
  meeting: meetingPage,
  blended: blendedPage,
  edges: edgesPage,
  'edge-path': edgePathPage,
  pushed: pushedPage,
  hollowed: hollowedPage,
  blank: blankPage,
  forming: formingPage,
  pieces: piecesPage,
  'wall-path': wallPathPage,
  'trim-path': trimPathPage,
}

type AnyPage = PageKind<Step>
const pages: ReadonlyMap<string, AnyPage> = new Map(Object.entries(OWN) as unknown as [string, AnyPage][])

/** What the page knows of this step's kind; of one that it was told nothing about, its fields by their names. */
export const pageOf = (step: Step): AnyPage => pages.get(step.kind) ?? (otherPage as AnyPage)

/** The inspector of a step, whatever its kind. */
export function StepInspector({ step }: { readonly step: Step }): ReactNode {
  const inspector = createElement(pageOf(step).Inspector, { step, key: step.kind })
  // A run is asked by its own inspector; of others it is said where it is so.
  const against = step.kind === 'run' ? [] : (step.against ?? [])
  if (against.length === 0) return inspector
  const said = against.map((path) =>
    createElement(
      'div',
      { key: path, className: 'px-3 pt-2' },
      createElement(FromEnd, { step, path, named: true }),
    ),
  )
  return [createElement('div', { key: 'against' }, said), inspector]
}
