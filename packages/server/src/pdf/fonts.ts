import { createRequire } from 'node:module'

/** Labels, what stands out, and figures, as they are on screen. */
export const LABELS = 'labels'
export const STRONG = 'strong'
export const FIGURES = 'figures'

const FILES = {
  [LABELS]: '@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-400-normal.woff',
  [STRONG]: '@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-600-normal.woff',
  [FIGURES]: '@fontsource/ibm-plex-mono/files/ibm-plex-mono-latin-400-normal.woff',
} as const

/** Gives a document the fonts that ship with the application. */
export function withFonts(doc: PDFKit.PDFDocument): void {
  const { resolve } = createRequire(import.meta.url)
  for (const [name, file] of Object.entries(FILES)) doc.registerFont(name, resolve(file))
}

/** The font of a figure: what has a blank in it stands in that of the labels, as the library cannot read the blank of the other. */
export const figureFont = (text: string): string => (/\s/.test(text) ? LABELS : FIGURES)
