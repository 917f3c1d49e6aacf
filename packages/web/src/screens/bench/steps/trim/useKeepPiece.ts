import { type TrimStep, changeTrim } from '@flexum/core/recipe'
import { useBench } from '../../context.ts'

/** Lets a piece that is left over fall off or stay, by its number from the run on. */
export function useKeepPiece(step: TrimStep): (number: number) => void {
  const { session } = useBench()
  return (number) => {
    const on = step.keeps.includes(number)
    const keeps = on ? step.keeps.filter((k) => k !== number) : [...step.keeps, number]
    session.run(
      changeTrim,
      { step: step.id, choices: { keeps } },
      { label: on ? 'A piece falls off' : 'A piece stays' },
    )
  }
}
