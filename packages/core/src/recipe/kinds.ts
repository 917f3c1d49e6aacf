import { addKind } from '../document/index.ts'
import { sketchKind } from '../steps/sketch/typed.ts'
import { nodePathKind } from '../steps/node-path/typed.ts'
import { bendTableKind } from '../steps/bend-table/typed.ts'
import { bentPathKind } from '../steps/bent-path/typed.ts'
import { changedPathKind } from '../steps/changed-path/typed.ts'
import { helixPathKind } from '../steps/helix-path/typed.ts'
import { sketchPathKind } from '../steps/sketch-path/typed.ts'
import { stockProfileKind } from '../steps/stock-profile/typed.ts'
import { sketchProfileKind } from '../steps/sketch-profile/typed.ts'
import { runKind } from '../steps/run/typed.ts'
import { extrudedKind } from '../steps/extruded/typed.ts'
import { revolvedKind } from '../steps/revolved/typed.ts'
import { loftKind } from '../steps/loft/typed.ts'
import { plainBodyKind } from '../steps/plain-body/typed.ts'
import { importedBodyKind } from '../steps/imported-body/typed.ts'
import { halvedKind } from '../steps/halved/typed.ts'
import { holesKind } from '../steps/holes/typed.ts'
import { trimKind } from '../steps/trim/typed.ts'
import { filletKind } from '../steps/fillet/typed.ts'
import { shellKind } from '../steps/shell/typed.ts'
import { pushedKind } from '../steps/pushed/typed.ts'
import { edgePathKind } from '../steps/edge-path/typed.ts'
import { blankKind } from '../steps/blank/typed.ts'
import { formingKind } from '../steps/forming/typed.ts'
import { piecesKind } from '../steps/pieces/typed.ts'
import { wallPathKind } from '../steps/wall-path/typed.ts'
import { mouldingLineKind } from '../steps/moulding-line/typed.ts'

// All kinds of step, in the order in which people meet them. A new kind is one line here.
addKind(sketchKind)
addKind(nodePathKind)
addKind(bendTableKind)
addKind(bentPathKind)
addKind(changedPathKind)
addKind(helixPathKind)
addKind(sketchPathKind)
addKind(stockProfileKind)
addKind(sketchProfileKind)
addKind(runKind)
addKind(extrudedKind)
addKind(revolvedKind)
addKind(loftKind)
addKind(plainBodyKind)
addKind(importedBodyKind)
addKind(halvedKind)
addKind(holesKind)
addKind(trimKind)
addKind(filletKind)
addKind(shellKind)
addKind(pushedKind)
addKind(edgePathKind)
addKind(blankKind)
addKind(formingKind)
addKind(piecesKind)
addKind(wallPathKind)
addKind(mouldingLineKind)
