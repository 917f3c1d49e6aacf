import { it } from 'vitest'
import { emptyPart } from '/work/main/packages/core/src/document/index.ts'
import { areaOf, createEvaluator, bodiesOf } from '/work/main/packages/core/src/evaluate/index.ts'
import { blockStep, turnedStep, extrudedStep } from '/work/main/packages/core/testing/bodies.ts'
import { rectangleAt } from '/work/main/packages/core/testing/sketches.ts'
import { loadSolids } from '/work/main/packages/solids/src/index.ts'
import { treeOf } from '/work/main/packages/core/src/evaluate/fit/tree.ts'
import { facedSkin } from '/work/main/packages/core/src/evaluate/fit/faced.ts'
import { exactFigures } from '/work/main/packages/core/src/solid/index.ts'
it('x', async () => {
  const solids = await loadSolids()
  const ev = createEvaluator({ solids })
  const look = (name: string, steps: any, area: number, volume: number) => {
    const r = ev.evaluate({ ...emptyPart('T'), steps } as any)
    console.log(name, r.findings.map((f) => f.message))
    for (const b of bodiesOf(r)) for (const e of [1, 1/16]) {
      const leaves: any[] = []
      const tree = treeOf(b.solid, b.chordError * e, leaves, solids)
      const made = solids.make(tree)
      if (!made.ok) throw new Error()
      const t0 = performance.now()
      const skin = facedSkin(made.value, leaves, b.chordError * e)
      const f = exactFigures(skin)
      const ms = performance.now() - t0
      if (typeof f === 'string') console.log('  ', f)
      else console.log('  ', made.value.faces.length, 'tri', ms.toFixed(1), 'ms', 'area', f.area, '±', f.areaError, 'off', f.area - area, 'vol', f.volume, '±', f.volumeError, 'off', f.volume - volume, 'free', f.free)
    }
  }
  const rod = (id: string, axis: string, d: string, more = {}) => blockStep(id, { shape: 'cylinder', axis, x: axis === 'x' ? '-30' : '0', y: axis==='y'?'-30':'0', z: axis === 'z' ? '-30' : '0', diameter: d, height: '60', ...more } as any)
  look('block', [blockStep('a')], 2*(40*30+40*20+30*20), 24000)
  look('cyl', [rod('a','z','24')], 2*Math.PI*12*72, Math.PI*144*60)
  look('ring', [rectangleAt('ring', 30, 0, 8, 5), turnedStep('a', 'ring')], 2 * Math.PI * 34 * 26, 2*Math.PI*34*40)
  look('steinmetz', [rod('a', 'z', '24'), rod('b', 'x', '24', { does: { kind: 'common', with: ['a'] } })], 16*144, 16*144*12/3)
  look('rodhole', [rod('a', 'y', '40'), rod('b', 'z', '6', { does: { kind: 'cuts', with: ['a'] } })], 10746.11-0, Math.PI*400*60-1127.78)
}, 1e6)
