import type { ReactNode } from 'react'
import type { StepBase } from '@flexum/core/recipe'
import type { RunView } from '../../../bench/results.ts'
import type { Session } from '../../../bench/session.ts'
import type { BenchView } from '../../../scene/BenchView.ts'

/** What the page knows of one kind of step. */
export interface PageKind<S extends StepBase> {
  /** A small drawing for its row of the recipe, 26 wide and 30 high. */
  Picture(props: { readonly step: S }): ReactNode
  /** Its fields, findings and figures, while it is worked on at its own station. */
  Inspector(props: { readonly step: S }): ReactNode
  /** Handles in the picture, while what it stands on is shown. */
  Handles?(props: { readonly step: S; readonly view: BenchView; readonly shown: RunView }): ReactNode
  /** Handles in the picture, while the step itself is chosen, whatever is shown. */
  Marks?(props: { readonly step: S; readonly view: BenchView }): ReactNode
  /** What a double press on its row does, and the first line of its menu. */
  readonly open?: { readonly label: string; act(session: Session, step: S): void }
}
