import { screen } from '@testing-library/react'
import { Raycaster, Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import { createEvaluator } from '@flexum/core/recipe/evaluated'
import { measureBetween } from '@flexum/core/solid'
import { planeSquareTo, type Vec3 } from '@flexum/core/space'
import { blockPart } from '../../../core/testing/block/index.ts'
import { onBench } from '../../testing/bench.tsx'
import { runView, shownBodies } from '../bench/results.ts'
import { RecipePanel } from '../screens/bench/RecipePanel.tsx'
import { StationLine } from '../screens/bench/StationLine.tsx'
import { StationSteps } from '../screens/bench/inspector/StationSteps.tsx'
import { Cut } from './Cut.ts'
import { DrawnBody } from './DrawnBody.ts'
import { pickedAt } from './picking.ts'

describe('a body of a kind that only a test folder knows of', () => {
  const part = blockPart()
  const [shown] = shownBodies(createEvaluator().evaluate(part))
  const drawn = new DrawnBody(shown!, 'flexum-day', 'whole')
  it('stands in the picture, and does not grow along any path', () => {
    expect(drawn.box()).toEqual({ min: [0, 0, 0], max: [30, 20, 10] })
    drawn.grow(0.5)
    expect(drawn.geometry.drawRange.count).toBe(Infinity)
  })
  it('is measured between its faces', () => {
    const face = (from: Vector3, toward: Vector3) => {
      const hit = drawn.hit(new Raycaster(from, toward), undefined)!
      const { body } = drawn
      const at = hit.point.toArray() as unknown as Vec3
      const sight = { pointer: [0, 0], project: () => undefined, isSeen: () => true } as const
      return pickedAt([body], { body, face: drawn.faceNumber(hit), at }, sight)!
    }
    const top = face(new Vector3(11, 7, 50), new Vector3(0, 0, -1))
    const bottom = face(new Vector3(4, 3, -50), new Vector3(0, 0, 1))
    expect(measureBetween(top, bottom).nearest!.distance).toBeCloseTo(10, 6)
  })
  it('is cut through, with its area', () => {
    const cut = new Cut([drawn.body], planeSquareTo([1, 0, 0], [12, 0, 0]), 'flexum-day', Infinity)
    expect(cut.areas[0]!.value).toBeCloseTo(200, 9)
  })
  it('has its row, its station and its fields on the Bench', async () => {
    expect(runView(part, createEvaluator().evaluate(part))).toBeUndefined()
    await onBench(
      part,
      <>
        <RecipePanel />
        <StationLine />
        <StationSteps station="fit" empty={null} />
      </>,
    )
    expect(screen.getByText('a block')).toBeVisible()
    expect(screen.getByRole('button', { name: /Fit.*1 body/s })).toBeVisible()
    expect(screen.getByLabelText('wide')).toHaveValue('20.000')
  })
})
