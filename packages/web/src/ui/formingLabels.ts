import type { BenderSize, FormingRule } from '@flexum/core/recipe'

/** What the limits of a stock are called. */
export const RULE_LABELS: Readonly<Record<FormingRule, string>> = {
  smallest: 'Smallest radius',
  strain: 'Stretch outside, share',
  thinning: 'Thinning of the wall, share',
  ovality: 'Out of round, share',
  ovalityFactor: 'Out-of-round factor',
  strength: 'Yield strength, MPa',
  stiffness: 'Stiffness, GPa',
}

/** What the sizes of a bender are called, in groups as they are looked for. */
export const BENDER_GROUPS: readonly (readonly [
  title: string,
  sizes: readonly (readonly [BenderSize, string])[],
])[] = [
  [
    'What it can do; 0 is no limit',
    [
      ['clamp', 'Clamp needs'],
      ['pressure', 'Pressure die needs'],
      ['mostAngle', 'Largest angle'],
      ['mostFirst', 'First straight at most'],
    ],
  ],
  [
    'How fast it is, a second',
    [
      ['feed', 'Feeds'],
      ['turn', 'Turns the bar by'],
      ['bend', 'Bends by'],
      ['handling', 'Seconds besides, a bend'],
    ],
  ],
  [
    'What the bar may run into',
    [
      ['clampWidth', 'Clamp stands out'],
      ['clampHeight', 'Clamp height'],
      ['dieHeight', 'Die height'],
      ['bedLength', 'Bed length'],
      ['bedWidth', 'Bed width'],
      ['bedDepth', 'Bed lies below the bar'],
      ['floorDepth', 'Floor lies below the bar'],
    ],
  ],
]
