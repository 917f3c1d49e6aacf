/** Every tool of the sheet, with its word and key, other words of the trade it is looked for by, in the groups they are offered in. */
export const TOOLS = {
  choose: { word: 'Choose', key: 'v', group: 'Draw', also: ['select', 'pick', 'drag'] },
  chain: { word: 'Chain', key: 'c', group: 'Draw', also: ['line', 'polyline', 'stroke'] },
  arc: { word: 'Arc', key: 'a', group: 'Draw', also: ['three points', 'curve'] },
  'arc-centre': { word: 'Arc about', key: '', group: 'Draw', also: ['centre', 'curve'] },
  circle: { word: 'Circle', key: 'o', group: 'Draw', also: ['round', 'hole'] },
  box: { word: 'Box', key: 'b', group: 'Draw', also: ['rectangle', 'square'] },
  polygon: { word: 'Polygon', key: 'n', group: 'Draw', also: ['hexagon', 'triangle', 'regular'] },
  slot: { word: 'Slot', key: '', group: 'Draw', also: ['oblong', 'long hole'] },
  ellipse: { word: 'Ellipse', key: '', group: 'Draw', also: ['oval'] },
  spline: { word: 'Spline', key: 'w', group: 'Draw', also: ['free curve', 'smooth'] },
  guide: { word: 'Guide', key: 'g', group: 'Draw', also: ['helper line', 'centre line', 'reference'] },
  trim: { word: 'Cut back', key: 'x', group: 'Change', also: ['trim', 'erase', 'cut off', 'shorten'] },
  extend: { word: 'Lengthen', key: 'e', group: 'Change', also: ['extend', 'stretch'] },
  split: { word: 'Split', key: '', group: 'Change', also: ['break', 'part'] },
  dimension: { word: 'Dimension', key: 'd', group: 'Measure', also: ['size', 'measure', 'length', 'angle'] },
  'take-over': {
    word: 'Take over',
    key: 't',
    group: 'Draw',
    also: ['project', 'reference', 'convert', 'edge', 'other steps'],
  },
  'scale-picture': { word: 'Set the scale', key: '', group: 'Picture', also: ['picture', 'calibrate'] },
  'upright-picture': {
    word: 'Upright by an edge',
    key: '',
    group: 'Picture',
    also: ['picture', 'straighten', 'turn', 'level'],
  },
  'stretch-picture': { word: 'Scale across', key: '', group: 'Picture', also: ['picture'] },
} as const satisfies Record<string, { word: string; key: string; group: string; also: readonly string[] }>

export type ToolName = keyof typeof TOOLS
