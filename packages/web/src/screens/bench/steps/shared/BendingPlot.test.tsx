import { fireEvent, screen } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { STARTERS } from '@flexum/core/recipe'
import { onBench, settled } from '../../../../../testing/bench.tsx'
import { StationSteps } from '../../inspector/StationSteps.tsx'

const plot = (name: string): HTMLElement => screen.getByRole('slider', { name: `${name} along the path` })

describe('the plot of how a path bends', () => {
  it('has its largest curvature, no torsion in one plane, and goes along by keys', async () => {
    const { session } = await onBench(
      STARTERS.angle.make('Angle'),
      <StationSteps station="path" empty={null} />,
    )
    await settled()
    // A bend of radius 30.
    expect(screen.getByText(`at most ${(1 / 30).toFixed(4)} /mm`)).toBeVisible()
    expect(screen.queryByRole('slider', { name: 'Torsion along the path' })).toBeNull()
    session.point({ station: 190 })
    await settled()
    expect(plot('Curvature')).toHaveAttribute('aria-valuetext', expect.stringContaining('radius 30.000 mm'))
    fireEvent.keyDown(plot('Curvature'), { key: 'ArrowLeft' })
    const { station, segment } = session.store.getState().focus!
    expect(station).toBeCloseTo(190 - 337.124 / 200, 3)
    expect(segment).toBe(1)
    session.point({ station: 3 })
    await settled()
    expect(plot('Curvature')).toHaveAttribute('aria-valuetext', expect.stringContaining('straight'))
  })
  it('shows the torsion of what leaves its plane, and where the pointer is', async () => {
    const { session } = await onBench(
      STARTERS.spring.make('Spring'),
      <StationSteps station="path" empty={null} />,
    )
    await settled()
    const torsion = plot('Torsion')
    torsion.getBoundingClientRect = () => ({ left: 0, width: 276 }) as DOMRect
    fireEvent.pointerMove(torsion, { clientX: 138 })
    const { focus, result } = session.store.getState()
    const { length } = result!.steps[0]!.output!.path!.path
    expect(focus!.station).toBeCloseTo(length / 2, 6)
    await settled()
    expect(torsion).toHaveAttribute('aria-valuetext', expect.stringMatching(/radius .* torsion 0\.\d+ \/mm/))
  })
})
