import { chainTool } from './chain.ts'
import { chooseTool, type ChooseHost } from './choose.ts'
import { dimensionTool } from './dimension.ts'
import { PICKS, pickTool } from './pick.ts'
import { scalePictureTool, type ScaleHost } from './scale-picture.ts'
import { splineTool } from './spline.ts'
import { stampTool } from './stamp.ts'
import {
  arcCentreStamp,
  arcThroughStamp,
  boxStamp,
  circleStamp,
  ellipseStamp,
  polygonStamp,
  slotStamp,
} from './stamps.ts'
import type { Tool } from './tool.ts'

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

export function makeTool(name: ToolName, host: ChooseHost & ScaleHost): Tool {
  switch (name) {
    case 'choose':
      return chooseTool(host)
    case 'chain':
    case 'guide':
      return chainTool(host, name)
    case 'arc':
      return stampTool(host, arcThroughStamp())
    case 'arc-centre':
      return stampTool(host, arcCentreStamp())
    case 'circle':
      return stampTool(host, circleStamp())
    case 'box':
      return stampTool(host, boxStamp())
    case 'polygon':
      return stampTool(host, polygonStamp())
    case 'slot':
      return stampTool(host, slotStamp())
    case 'ellipse':
      return stampTool(host, ellipseStamp())
    case 'spline':
      return splineTool(host)
    case 'trim':
    case 'extend':
    case 'split':
      return pickTool(host, PICKS[name])
    case 'dimension':
      return dimensionTool(host)
    case 'scale-picture':
      return scalePictureTool(host)
    case 'stretch-picture':
      return scalePictureTool(host, true)
  }
}
