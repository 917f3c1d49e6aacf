import type { Id } from '../../base/index.ts'

/** A face in words: "end of Slab", "side c3 of Slab, the 2nd"; a step that is gone goes by its id. */
export function faceWords(face: string, nameOf: (step: Id) => string | undefined): string {
  const [whole = '', area] = face.split('#')
  const [step = '', instance = '0', keyed = ''] = whole.split('/')
  const called = keyed.slice(keyed.indexOf('.') + 1)
  const [kind = 'side', edge = ''] = called.split('-')
  const number = /^\d+$/.test(edge) ? String(Number(edge) + 1) : edge
  const which = kind === 'side' ? `side ${number}` : kind
  const along = called.split('-')[2]
  const stretch = along === undefined ? '' : `, stretch ${Number(along) + 1}`
  const copy = instance === '0' ? '' : `, copy ${instance}`
  const part = area === undefined ? '' : `, part ${area}`
  return `${which} of "${nameOf(step) ?? step}"${stretch}${copy}${part}`
}

/** An edge in words, by the faces that it parts. */
export function edgeWords(edge: string, nameOf: (step: Id) => string | undefined): string {
  const pair = edge.slice(0, edge.indexOf('(')).split('|')
  const number = /#(\d+)$/.exec(edge)?.[1]
  const [a = '', b = ''] = pair.map((f) => faceWords(f, nameOf))
  const of = (words: string): string => words.slice(words.indexOf(' of "'))
  // Of one step it is said once.
  const first = of(a) === of(b) ? a.slice(0, a.indexOf(' of "')) : a
  return `edge of ${first} and ${b}${number ? `, no. ${number}` : ''}`
}
