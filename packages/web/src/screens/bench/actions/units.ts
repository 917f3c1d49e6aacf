import { setUnits } from '@flexum/core/recipe'
import type { MassUnit } from '@flexum/core/units'
import { partOf, type Session } from '../../../bench/session.ts'
import { UNIT_CHOICES } from '../../../ui/units.ts'

export function chooseUnits(session: Session, name: string): void {
  const choice = UNIT_CHOICES.find((c) => c.name === name)
  const part = partOf(session.store.getState())
  if (choice)
    session.run(setUnits, { units: { ...part.units, length: choice.units } }, { label: `Show ${name}` })
}

export function chooseMassUnit(session: Session, mass: MassUnit): void {
  const part = partOf(session.store.getState())
  session.run(setUnits, { units: { ...part.units, mass } }, { label: `Show ${mass}` })
}
