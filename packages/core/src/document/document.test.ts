import { describe, expect, it } from 'vitest'
import { readPart, readPartText, writePart, type Part } from './index.ts'
import { STARTERS } from '../recipe/index.ts'

const part = STARTERS.hoop.make('Hoop')
const broken = (change: (p: Record<string, any>) => void): unknown => {
  const copy = JSON.parse(JSON.stringify(part)) as Record<string, any>
  change(copy)
  return copy
}
const refusal = (input: unknown): string => {
  const r = readPart(input)
  if (r.ok) throw new Error('was read')
  return r.fault.message
}

describe('reading a part', () => {
  it.each(Object.values(STARTERS).map((s) => [s.title, s.make(s.title)] as const))(
    '%s reads back as written',
    (_, p) => {
      expect(readPartText(writePart(p))).toEqual({ ok: true, value: p })
    },
  )
  it('takes formulas typed in another unit, fractions for show, and variants', () => {
    const p = {
      ...part,
      units: { length: { unit: 'in', style: { kind: 'fraction', denominator: 16 } }, mass: 'lb' },
      values: [{ id: 'v1', name: 'reach', dimension: 'length', formula: { text: '1 3/8', bare: 'in' } }],
      variants: [{ id: 'w1', name: 'Large', overrides: { reach: '60' } }],
      variant: 'w1',
    }
    expect(readPart(p)).toEqual({ ok: true, value: p })
  })
  it.each<[string, unknown, RegExp]>([
    ['no object', 'a part', /not a part: an object/],
    ['another format', { format: 'drawing' }, /"format" reads "drawing"; "flexum-part" is needed/],
    ['no version', { format: 'flexum-part' }, /"version" reads nothing/],
    ['a newer version', { format: 'flexum-part', version: 99 }, /reads up to 2; update it/],
    [
      'a formula that is a number',
      broken((p) => (p['steps'][0].nodes[1].x = 12)),
      /at steps\[0\]\.nodes\[1\]\.x: a formula is needed here/,
    ],
    [
      'a corner of no kind',
      broken((p) => (p['steps'][0].nodes[1].corner = { kind: 'round' })),
      /corner\.kind: a corner is "bend" or "sharp"/,
    ],
    [
      'an unknown kind of step',
      broken((p) => (p['steps'][0].kind = 'loft')),
      /steps\[0\]\.kind: a kind of step is one of sketch, node-path/,
    ],
    [
      'a kind borrowed from an object',
      broken((p) => (p['steps'][0].kind = 'constructor')),
      /a kind of step is one of/,
    ],
    ['an unknown field', broken((p) => (p['steps'][0].colour = 'red')), /does not know: colour/],
    [
      'a missing size',
      broken((p) => delete p['steps'][1].sizes.wall),
      /sizes\.wall: a formula is missing here/,
    ],
    ['an id used twice', broken((p) => (p['steps'][0].nodes[1].id = 'n1')), /the id "n1" is used twice/],
    [
      'too long a text',
      broken((p) => (p['steps'][0].nodes[0].x = '1'.repeat(501))),
      /at most 500 characters/,
    ],
    ['wrong places', broken((p) => (p['units'].length.style.places = 1.5)), /places is a whole number/],
    ['steps that are no list', broken((p) => (p['steps'] = {})), /steps/],
    [
      'overrides that are no formulas',
      broken((p) => (p['variants'] = [{ id: 'w', name: 'x', overrides: { a: 1 } }])),
      /overrides are formulas/,
    ],
  ])('refuses %s and says where', (_, input, message) => expect(refusal(input)).toMatch(message))
  it('says what is wrong with text that is no JSON', () => {
    expect(readPartText('{ "format": ')).toMatchObject({ ok: false, fault: { code: 'part.json' } })
  })
  it('writes text that a person can read', () => {
    expect(writePart(part as Part)).toMatch(/^\{\n {2}"format": "flexum-part"/)
  })
})
