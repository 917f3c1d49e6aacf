import { chainTool } from './chain.ts'
import { chooseTool } from './choose.ts'
import { cutBackTool } from './cut-back.ts'
import { dimensionTool } from './dimension.ts'
import { PICKS, pickTool } from './pick.ts'
import { scalePictureTool } from './scale-picture.ts'
import { splineTool } from './spline.ts'
import { takeOverTool } from './take-over.ts'
import { uprightPictureTool } from './upright-picture.ts'
import { stampTool } from './stamp.ts'
import { boxStamp, polygonStamp, slotStamp } from './outline-stamps.ts'
import { arcCentreStamp, arcThroughStamp, circleStamp, ellipseStamp } from './round-stamps.ts'
import type { ToolName } from './names.ts'
import type { Tool, ToolHost } from './tool.ts'

export { TOOLS, type ToolName } from './names.ts'

export function makeTool(name: ToolName, host: ToolHost): Tool {
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
      return cutBackTool(host)
    case 'extend':
    case 'split':
      return pickTool(host, PICKS[name])
    case 'dimension':
      return dimensionTool(host)
    case 'take-over':
      return takeOverTool(host)
    case 'scale-picture':
      return scalePictureTool(host)
    case 'upright-picture':
      return uprightPictureTool(host)
    case 'stretch-picture':
      return scalePictureTool(host, true)
  }
}
