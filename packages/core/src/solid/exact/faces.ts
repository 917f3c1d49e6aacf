import { vec3, type Vec3 } from '../../space/index.ts'
import type { FaceForm, KnownForm } from '../face/forms.ts'
import { integrandOf, type Integrand } from './integrals.ts'
import { surfaceOfPatch, type Patch, type Looks, type PatchSurface } from './patch.ts'
import type { PatchSums } from './patch-sums.ts'
import type { FacedMesh, Rims } from './rims.ts'
import { surfaceOfForm, type ExactSurface } from './surface.ts'

/** What a face is: a form, a patch by its parameters, or free, where only its mesh knows. */
export type SkinFace =
  | FaceForm
  /** Patches of one maker part at their own ends. */
  | { readonly kind: 'patch'; readonly patch: Patch; readonly maker: number }

/** A skin whose faces are known, but for those that only its mesh knows. */
export interface FacedSkin extends FacedMesh {
  readonly forms: readonly SkinFace[]
  /** How far its vertices lie off the true faces at most, mm. */
  readonly chordError: number
  /** It is of one step that nothing was done to: its patches are there from end to end. */
  readonly alone?: boolean
}

/** A face that is known, and how it is summed; undefined where only its mesh knows it. */
export type Face =
  | {
      readonly surface: ExactSurface
      readonly integrand: Integrand
      readonly patch?: PatchSurface
      /** Of a patch that is there from end to end: what it comes to, in place of its edge. */
      readonly whole?: PatchSums
    }
  | undefined

/** The faces of a skin, counted from its middle. */
export function facesOf(skin: FacedSkin, rims: Rims, middle: Vec3, looks: Looks): Face[] {
  const { positions: p } = skin
  const poles = polesOf(skin.forms, rims, (v) => [p[3 * v]!, p[3 * v + 1]!, p[3 * v + 2]!])
  return skin.forms.map((form, i): Face => {
    if (form.kind === 'free') return undefined
    if (form.kind === 'patch') {
      const surface = surfaceOfPatch(form.patch, form.maker, middle, looks)
      const whole = skin.alone ? { whole: surface.whole() } : {}
      return { surface, integrand: surface.integrand, patch: surface, ...whole }
    }
    const moved = outward({ ...form, at: vec3.sub(form.at, middle) })
    return { surface: surfaceOfForm(moved), integrand: integrandOf(moved, poles[i]!) }
  })
}

/** Whether two faces are patches of one maker, which part at their own ends. */
export const ofOneMaker = (a: Face, b: Face): boolean =>
  a?.patch !== undefined && b?.patch !== undefined && a.patch.maker === b.patch.maker

/** The form as its formula has it: looking away from its axis. */
const outward = (f: KnownForm): KnownForm => (f.kind === 'plane' ? f : { ...f, out: 1 })

/** For each sphere an axis that its edges keep clear of. */
function polesOf(forms: readonly SkinFace[], rims: Rims, at: (v: number) => Vec3): Vec3[] {
  const clear = forms.map((f) => (f.kind === 'sphere' ? POLES.map(() => Infinity) : undefined))
  for (let i = 0; i < rims.a.length; i++)
    for (const f of [rims.left[i]!, rims.right[i]!]) {
      const form = forms[f]!
      if (form.kind !== 'sphere') continue
      const from = vec3.sub(at(rims.a[i]!), form.at)
      POLES.forEach((pole, k) => {
        clear[f]![k] = Math.min(clear[f]![k]!, vec3.length(vec3.cross(pole, from)))
      })
    }
  return clear.map((c) => (c ? POLES[c.indexOf(Math.max(...c))]! : POLES[0]!))
}

/** Axes to choose from, none of them along those of a part. */
const POLES: readonly Vec3[] = [
  [0.36, 0.48, 0.8],
  [0.8, -0.36, 0.48],
  [-0.48, 0.8, 0.36],
  [0.6, 0.64, -0.48],
  [0.64, -0.48, -0.6],
  [0.48, -0.6, 0.64],
]

/** What the mesh says of a face. */
export interface MeshedFace {
  area: number
  /** The integral of r.n over its triangles. */
  moment: number
  /** 1 where its surface looks out of the material, -1 where it looks into it. */
  out: 1 | -1
  /** Length of its edges. */
  rim: number
}

/** What the mesh says of each face, its vertices where they have been put. */
export function meshedFaces(skin: FacedSkin, at: (v: number) => Vec3, all: readonly Face[]): MeshedFace[] {
  const faces = all.map((): MeshedFace => ({ area: 0, moment: 0, out: 1, rim: 0 }))
  const looks = new Float64Array(all.length)
  for (let t = 0; t < skin.faces.length; t++) {
    const [a, b, c] = [0, 1, 2].map((k) => at(skin.triangles[3 * t + k]!)) as [Vec3, Vec3, Vec3]
    const cross = vec3.scale(vec3.cross(vec3.sub(b, a), vec3.sub(c, a)), 0.5)
    const f = skin.faces[t]!
    const face = faces[f]!
    face.area += vec3.length(cross)
    face.moment += vec3.dot(cross, a)
    const known = all[f]
    // A patch is slow to ask, and looks one way all over.
    if (!known || (known.surface.kind === 'patch' && looks[f] !== 0)) continue
    const third = vec3.scale(vec3.add(vec3.add(a, b), c), 1 / 3)
    looks[f]! += vec3.dot(cross, known.surface.beside(third).normal)
  }
  faces.forEach((f, i) => (f.out = looks[i]! < 0 ? -1 : 1))
  return faces
}
