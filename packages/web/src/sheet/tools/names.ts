/** Every tool of the sheet, with its word and key, in the groups they are offered in. */
export const TOOLS = {
  choose: { word: 'Choose', key: 'v', group: 'Draw' },
  chain: { word: 'Chain', key: 'c', group: 'Draw' },
  arc: { word: 'Arc', key: 'a', group: 'Draw' },
  'arc-centre': { word: 'Arc about', key: '', group: 'Draw' },
  circle: { word: 'Circle', key: 'o', group: 'Draw' },
  box: { word: 'Box', key: 'b', group: 'Draw' },
  polygon: { word: 'Polygon', key: 'n', group: 'Draw' },
  slot: { word: 'Slot', key: '', group: 'Draw' },
  ellipse: { word: 'Ellipse', key: '', group: 'Draw' },
  spline: { word: 'Spline', key: 'w', group: 'Draw' },
  guide: { word: 'Guide', key: 'g', group: 'Draw' },
  trim: { word: 'Cut back', key: 'x', group: 'Change' },
  extend: { word: 'Lengthen', key: 'e', group: 'Change' },
  split: { word: 'Split', key: '', group: 'Change' },
  dimension: { word: 'Dimension', key: 'd', group: 'Measure' },
  'scale-picture': { word: 'Set the scale', key: '', group: 'Picture' },
  'stretch-picture': { word: 'Scale across', key: '', group: 'Picture' },
} as const satisfies Record<string, { word: string; key: string; group: string }>

export type ToolName = keyof typeof TOOLS
