import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { rad } from '../../num/index.ts'
import {
  arc2,
  bezier2,
  curveLength,
  line2,
  loopIntegrals,
  pointAt,
  vec2,
  ellipsePieces,
  type Arc2,
  type Curve2,
  type Loop2,
} from '../../plane/index.ts'
import {
  hollow,
  loopsOf,
  region,
  sectionProperties,
  STOCK_SHAPES,
  regionsOf,
  type Region,
  type Section,
} from '../../profile/index.ts'
import { readSvg, sectionSvg, type SvgDrawing } from '../index.ts'

const read = (body: string, head = 'width="100mm" height="100mm" viewBox="0 0 100 100"'): SvgDrawing => {
  const r = readSvg(`<svg xmlns="http://www.w3.org/2000/svg" ${head}>${body}</svg>`)
  if (!r.ok) throw new Error(r.fault.message)
  return r.value
}
const kinds = (d: SvgDrawing): string[] => d.strokes.map((s) => s.curves.map((c) => c.kind[0]).join(''))
const areaOf = (d: SvgDrawing): number =>
  d.strokes.reduce((s, x) => s + Math.abs(loopIntegrals(x.curves).area), 0)

describe('reading', () => {
  it('takes the basic shapes with their true sizes', () => {
    const d = read(
      '<rect x="10" y="10" width="30" height="20"/><rect x="50" y="10" width="30" height="20" rx="4"/>' +
        '<circle cx="20" cy="70" r="10"/><ellipse cx="60" cy="70" rx="12" ry="7"/>' +
        '<polygon points="0,0 10,0 10,10"/><polyline points="0 50 5 55"/><line x1="1" y1="2" x2="4" y2="6"/>',
    )
    expect(d.strokes.map((s) => s.closed)).toEqual([true, true, true, true, true, false, false])
    const area = (i: number): number => Math.abs(loopIntegrals(d.strokes[i]!.curves).area)
    expect(area(0)).toBeCloseTo(600, 9)
    expect(area(1)).toBeCloseTo(600 - 16 * (4 - Math.PI), 9)
    expect(area(2)).toBeCloseTo(100 * Math.PI, 9)
    expect(area(3)).toBeCloseTo(84 * Math.PI, 0)
    expect(curveLength(d.strokes[6]!.curves[0]!)).toBeCloseTo(5, 12)
    // A circle is one arc, round corners are arcs.
    expect(kinds(d).slice(0, 3)).toEqual(['llll', expect.stringMatching(/^(la|al){4}$/), 'a'])
  })
  it('turns y up, and takes the units of the page', () => {
    const d = read('<line x1="0" y1="10" x2="20" y2="10"/>', 'width="2in" height="1in" viewBox="0 0 200 100"')
    const [line] = d.strokes[0]!.curves
    expect(pointAt(line!, 0)).toEqual([expect.closeTo(0, 12), expect.closeTo(-2.54, 12)])
    expect(curveLength(line!)).toBeCloseTo(20 * 0.254, 12)
    const px = read('<line x2="96"/>', '')
    expect(curveLength(px.strokes[0]!.curves[0]!)).toBeCloseTo(25.4, 12)
    const shifted = read('<line x1="-10" y1="-10" x2="10" y2="-10"/>', 'width="20cm" viewBox="-10 -10 20 20"')
    expect(pointAt(shifted.strokes[0]!.curves[0]!, 1)).toEqual([
      expect.closeTo(100, 9),
      expect.closeTo(100, 9),
    ])
  })
  it('applies transforms one in another; circles stay round where they can', () => {
    const d = read(
      '<g transform="translate(50 50)"><g transform="rotate(90) scale(2)"><circle cx="10" r="5"/></g></g>' +
        '<g transform="scale(2 1)"><circle cx="10" cy="10" r="5"/></g>' +
        '<path transform="matrix(1 0 0 1 5 5) skewX(45)" d="M0 0h10v10h-10z"/>',
    )
    const [ring, oval, leaning] = d.strokes
    expect(ring!.curves).toMatchObject([{ kind: 'arc', radius: expect.closeTo(10, 9) }])
    expect((ring!.curves[0] as Arc2).centre).toEqual([expect.closeTo(50, 9), expect.closeTo(-70, 9)])
    expect(oval!.curves.some((c) => c.kind === 'bezier')).toBe(true)
    expect(Math.abs(loopIntegrals(oval!.curves).area)).toBeCloseTo(50 * Math.PI, 0)
    expect(Math.abs(loopIntegrals(leaning!.curves).area)).toBeCloseTo(100, 9)
  })
  it('reads all kinds of path data, relative and short', () => {
    const d = read(
      '<path d="M10 10 h10 v10 H10 z m30 0 l10 0 q5 5 0 10 t-10 0 c-3 -3 -3 -6 0 -10 s3 -2 5 0 a5 5 0 0 1 5 5"/>',
    )
    expect(d.strokes).toHaveLength(2)
    expect(d.strokes[0]!.closed).toBe(true)
    expect(d.strokes[1]!.closed).toBe(false)
    for (const s of d.strokes)
      s.curves
        .slice(1)
        .forEach((c, i) => expect(vec2.distance(pointAt(c, 0), pointAt(s.curves[i]!, 1))).toBeLessThan(1e-9))
  })
  it('finds arcs and straights in free-form curves within the tolerance', () => {
    // Four cubics that stand in for a circle of 10, off by 0.0027.
    const k = 5.522847498
    const circle = `<path d="M60 50C60 ${50 + k} ${50 + k} 60 50 60S40 ${50 + k} 40 50 ${50 - k} 40 50 40 60 ${50 - k} 60 50Z"/>`
    const d = read(circle + '<path d="M0 0C3 0 6 0 9 0"/>')
    expect(kinds(d)).toEqual(['a', 'l'])
    expect(d.strokes[0]!.curves[0]).toMatchObject({ radius: expect.closeTo(10, 2) })
    const strict = readSvg(`<svg viewBox="0 0 100 100" width="100mm">${circle}</svg>`, 1e-5)
    expect(strict.ok && strict.value.strokes[0]!.curves.every((c) => c.kind === 'bezier')).toBe(true)
    const slot = read('<path d="M10 0h20a5 5 0 0 1 0 10h-20a5 5 0 0 1 0 -10z"/>')
    expect(kinds(slot)).toEqual(['lala'])
  })
  it('leaves out what is not drawn, and says what else there is', () => {
    const d = read(
      '<defs><rect width="9" height="9"/></defs><text>hello</text><g display="none"><circle r="4"/></g>' +
        '<use href="#x"/><use href="#y"/><style>rect{}</style><circle r="3" style="display:none"/>',
    )
    expect(d.strokes).toEqual([])
    expect([...d.leftOut]).toEqual([
      ['text', 1],
      ['use', 2],
    ])
  })
})

describe('writing and reading back', () => {
  const same = (a: Region | Section): void => {
    const back = readSvg(sectionSvg(a, 'x & <y>'), 1e-9)
    if (!back.ok) throw new Error(back.fault.message)
    const loops = back.value.strokes
    expect(loops).toHaveLength(loopsOf(a).length)
    expect(loops.every((s) => s.closed)).toBe(true)
    const [outer, ...holes] = loops.map((s) => s.curves as Loop2)
    const whole =
      regionsOf(a).length === 1 ? region(outer!, holes) : loops.map((s) => region(s.curves as Loop2))
    const [p, q] = [sectionProperties(a), sectionProperties(whole)]
    expect(Math.abs(q.area - p.area)).toBeLessThan(1e-9 * p.area)
    expect(vec2.distance(q.centroid, p.centroid)).toBeLessThan(1e-9)
    expect(Math.abs(q.perimeter - p.perimeter)).toBeLessThan(1e-9 * p.perimeter)
  }
  const SIZES = {
    diameter: 16,
    wall: 1.5,
    side: 14,
    corner: 2,
    width: 20,
    height: 12,
    thickness: 4,
    flats: 13,
    root: 1.5,
    web: 4,
    flange: 3.5,
    radius: 9,
    edge: 2,
    round: 3,
    face: 20,
    spring: rad(40),
    wire: 2.5,
    layers: 2,
  }
  it.each(Object.keys(STOCK_SHAPES))('%s comes back as it was', (shape) => {
    const made = STOCK_SHAPES[shape as keyof typeof STOCK_SHAPES](SIZES as never)
    if (!made.ok) throw new Error(made.fault.message)
    same(made.value)
    for (const r of regionsOf(made.value)) {
      const walled = hollow(r, 'in', 0.5)
      if (walled.ok) same(walled.value)
    }
  })
  it('random outlines of lines and arcs come back to 1e-9', () => {
    const corner = fc.tuple(fc.integer({ min: 200, max: 900 }), fc.boolean())
    fc.assert(
      fc.property(fc.array(corner, { minLength: 3, maxLength: 9 }), (list) => {
        const points = list.map(([r], i): [number, number] => {
          const a = (2 * Math.PI * i) / list.length
          return [(r / 30) * Math.cos(a), (r / 30) * Math.sin(a)]
        })
        const loop = points.map((p, i): Curve2 => {
          const q = points[(i + 1) % points.length]!
          if (!list[i]![1]) return line2(p, q)
          // A quarter turn bulging outward.
          const [mx, my] = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2]
          const half = vec2.distance(p, q) / 2
          const [ux, uy] = [(q[0] - p[0]) / (2 * half), (q[1] - p[1]) / (2 * half)]
          const centre: [number, number] = [mx - uy * half, my + ux * half]
          return arc2(centre, half * Math.SQRT2, Math.atan2(p[1] - centre[1], p[0] - centre[0]), Math.PI / 2)
        })
        same(region(loop))
      }),
      { numRuns: 100 },
    )
  })
  it('free-form curves keep their shape: cubics exactly, ellipses to a millionth', () => {
    same(
      region([
        bezier2([
          [0, 0],
          [10, 12],
          [20, -3],
          [30, 0],
        ]),
        line2([30, 0], [0, 0]),
      ]),
    )
    const oval = region(ellipsePieces([0, 0], [12, 3], 5))
    const back = readSvg(sectionSvg(oval, 'oval'), 1e-9)
    const area = back.ok ? areaOf(back.value) : 0
    expect(Math.abs(area / sectionProperties(oval).area - 1)).toBeLessThan(1e-6)
  })
})

describe('hostile files', () => {
  const refused = (text: string): string => {
    const r = readSvg(text)
    return r.ok ? 'was read' : r.fault.code
  }
  const svg = (body: string): string => `<svg viewBox="0 0 9 9">${body}</svg>`
  it('are refused in words, and never run or fetched', () => {
    const bombs = '<!DOCTYPE svg [<!ENTITY a "aaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]>'
    expect(refused(`${bombs}${svg('<text>&b;</text>')}`)).toBe('svg.entity')
    expect(refused('<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]>' + svg('&x;'))).toBe(
      'svg.entity',
    )
    expect(refused(svg('&nope;'))).toBe('svg.xml')
    expect(refused('<html><body/></html>')).toBe('svg.root')
    expect(refused('')).toMatch(/^svg\./)
    expect(refused('PNG\u0000\u0001')).toBe('svg.xml')
    expect(refused(svg('<path d="M0 0L10'))).toBe('svg.xml')
    expect(refused(svg('<path d="M0 0L x 4"/>'))).toBe('svg.path')
    expect(refused(svg('<path d="M0 0L 1e300 4"/>'))).toBe('svg.path')
    expect(refused(svg('<path d="M0 0L 1e999 4"/>'))).toMatch(/^svg\.path/)
    expect(refused(svg('<g transform="rotate(x)"><rect width="3" height="3"/></g>'))).toBe('svg.transform')
    expect(refused(svg('<g>'.repeat(400) + '</g>'.repeat(400)))).toBe('svg.deep')
    expect(refused(svg('<rect width="1" height="1"/>'.repeat(60_000)))).toBe('svg.many')
    expect(refused(svg(`<path d="M0 0${'l1 1'.repeat(150_000)}"/>`))).toBe('svg.many')
    expect(refused(' '.repeat(8_000_001))).toBe('svg.large')
    // Read in one go however long it is: once each letter was looked at anew for each.
    const long = ['a', ' ', '(', '1 ', 'translate(1) ', 'scale'].map((letters) =>
      refused(
        svg(`<g transform="${letters.repeat(200_000 / letters.length)}?"><rect width="3" height="3"/></g>`),
      ),
    )
    expect(new Set(long)).toEqual(new Set(['svg.transform']))
    // What is placed further than any sheet goes is refused wherever the figure stood.
    expect(refused(svg('<g transform="scale(1e200) scale(1e200)"><rect width="3" height="3"/></g>'))).toMatch(
      /^svg\./,
    )
  })
  it('with scripts, links and handlers give their outlines and nothing else', () => {
    const r = readSvg(
      svg(
        '<script>throw 1</script><image href="http://example.invalid/x.png"/><a href="javascript:1"><circle r="2" onload="x()"/></a>' +
          '<foreignObject><div/></foreignObject>',
      ),
    )
    expect(r.ok && r.value.strokes).toHaveLength(1)
    expect(r.ok && [...r.value.leftOut.keys()]).toEqual(['script', 'image', 'foreignObject'])
  })
  it('of random text never throw', () => {
    const bits = fc.constantFrom(
      '<svg>',
      '</svg>',
      '<g ',
      '<path d="',
      'M0 0',
      'L',
      'A1 1 0 0 1 ',
      '9',
      '-',
      'e5',
      '"/>',
      '>',
      '<',
      '&amp;',
      '&#0;',
      ' ',
      'z',
    )
    fc.assert(
      fc.property(fc.array(bits, { maxLength: 40 }), (list) => {
        const r = readSvg(list.join(''))
        expect(typeof r.ok).toBe('boolean')
        if (r.ok)
          for (const s of r.value.strokes)
            for (const c of s.curves) expect(Number.isFinite(curveLength(c))).toBe(true)
      }),
      { numRuns: 500 },
    )
  })
})
