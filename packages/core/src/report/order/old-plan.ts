/** How a plan stands to its order. */
export interface PlanStanding {
  readonly state: string
  /** The order says something else since it was planned. */
  readonly outdated: boolean
  /** Lines whose parts were changed since. */
  readonly changed: readonly string[]
}

/** What is to be said on a page and on paper of a plan that is not of the order as it is now; undefined where it is. */
export function oldPlanWords({ state, outdated, changed }: PlanStanding): string | undefined {
  const why = outdated
    ? 'the order was changed since it was planned'
    : changed.length > 0
      ? 'parts were changed since they were planned'
      : undefined
  if (state === 'working' || state === 'waiting')
    return `Not the last word: this order is being planned anew${why ? `, as ${why}` : ''}.`
  return why && `An old plan: ${why}. Lists, labels and bars here are as it was planned then.`
}
