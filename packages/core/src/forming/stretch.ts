/** A section in the plane of a bend, mm: how far it reaches from the path to the inside and to the outside, and how far its neutral fibre lies inward of it. */
export interface InBend {
  readonly radius: number
  readonly inside: number
  readonly outside: number
  /** Of the neutral fibre, mm; its radius is radius - inside + k * depth. */
  readonly neutral: number
}

/** Stretch of the outermost fibre of a bend against its neutral one: (R + outside) / neutral - 1. */
export const outerStrain = ({ radius, outside, neutral }: InBend): number => (radius + outside) / neutral - 1

/**
 * Share of its thickness that a tube's wall loses at the outside of a bend, when all that it gains in length comes out of the thickness:
 * 1 - neutral / (R + outside). The most it can be; across the tube the wall gives a little too.
 */
export const wallThinning = ({ radius, outside, neutral }: InBend): number => 1 - neutral / (radius + outside)

/** The least centreline radius at which the outermost fibre stretches by no more than a share; the neutral fibre lies `shift` inward of the path. */
export const radiusForStrain = (most: number, outside: number, shift: number): number =>
  (outside + shift) / most + shift

/** The least centreline radius at which a wall loses no more than a share of its thickness. */
export const radiusForThinning = (most: number, outside: number, shift: number): number =>
  (outside + shift) / most - outside

/**
 * How far a round tube is out of round in a bend, (largest - smallest) / diameter: a measured factor times the curvature that Brazier (1927)
 * found to decide how a thin tube flattens, r^2 / (R t) with the radius r of its middle wall. The factor is measured on a trial bend.
 */
export const ovality = (factor: number, diameter: number, wall: number, radius: number): number =>
  (factor * ((diameter - wall) / 2) ** 2) / (radius * wall)

/** The least centreline radius at which a tube is out of round by no more than a share. */
export const radiusForOvality = (factor: number, diameter: number, wall: number, most: number): number =>
  ovality(factor, diameter, wall, 1) / most
