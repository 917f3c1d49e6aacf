/** How a material looks in pictures. */
export const LOOKS = ['steel', 'stainless', 'aluminium', 'copper', 'brass', 'wood', 'rubber'] as const

export type Look = (typeof LOOKS)[number]
