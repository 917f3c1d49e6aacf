import { faultWords } from '../../base/index.ts'
import { sizeDimension, STOCK_TITLES, type StockProfileStep } from './typed.ts'
import { STOCK_SIZES, stockSection } from '../../profile/index.ts'
import { deg } from '../../num/index.ts'
import { formatExact, type LengthDisplay } from '../../units/index.ts'
import { shortFigures, shortLength, type StepMaker } from '../../evaluate/index.ts'
import { refusal, unbuilt } from '../shared/refusal.ts'
import { noDensity, sectionEvaluation } from '../shared/section-output.ts'

/** Sizes that are left out of the summary where they are nothing. */
const ROUNDINGS: ReadonlySet<string> = new Set(['corner', 'root', 'round', 'edge'])

/** A size by what it measures: an angle in degrees, a number as it is, a corner by its radius. */
function sizeText(name: string, value: number, display: LengthDisplay): string {
  switch (sizeDimension(name)) {
    case 'angle':
      return `${formatExact(Number(deg(value).toFixed(3)))}°`
    case 'number':
      return formatExact(value)
    default:
      return name === 'corner' ? `R${shortFigures(value, display)}` : shortFigures(value, display)
  }
}

export const stockProfileMaker: StepMaker<StockProfileStep> = {
  cheaper: 'Other sizes would fit.',
  evaluate(step, context) {
    const names: readonly string[] = STOCK_SIZES[step.shape]
    const sizes = Object.fromEntries(names.map((k) => [k, context.number(`sizes/${k}`)]))
    const weightless = noDensity(step, context)
    if (weightless) return weightless
    const built = stockSection(step.shape, sizes)
    if (!built.ok) {
      const { code } = built.fault
      const words = faultWords(built.fault, (mm) => shortLength(mm, context.display))
      const message = `This ${STOCK_TITLES[step.shape].toLowerCase()} cannot be made: ${words}.`
      return unbuilt(refusal(step, 'profile', code, message))
    }
    return sectionEvaluation(step, built.value, context, { shape: step.shape, sizes })
  },
  summary({ section }, display) {
    if (!section?.shape) return ''
    const sizes = Object.entries(section.sizes)
      .filter(([name, value]) => !(value === 0 && ROUNDINGS.has(name)))
      .map(([name, value]) => sizeText(name, value, display))
    const wall = section.hollow ? ', hollow' : ''
    return `${STOCK_TITLES[section.shape].toLowerCase()} ${sizes.join(' × ')}${wall}`
  },
}
