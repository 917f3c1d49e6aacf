import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'

/** Accessibility faults of the page as it is: each rule that is broken, with where. In the page itself, without what is not broken: a fifth of the time. */
export async function accessibilityFaults(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode(true)
    .options({ resultTypes: ['violations'] })
    .analyze()
  return violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target).join('; ')}`)
}
