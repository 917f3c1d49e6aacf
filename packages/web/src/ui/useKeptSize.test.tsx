import { renderHook } from '@testing-library/react'
import { beforeEach, describe, expect, it } from 'vitest'
import { useKeptSize } from './useKeptSize.ts'

describe('the size of a panel', () => {
  beforeEach(() => localStorage.clear())
  it('is kept in pixels from when somebody changed it', () => {
    const first = renderHook(() => useKeptSize('recipe', 232)).result.current
    expect(first.defaultSize).toBe(232)
    first.onResize({ inPixels: 180 }, 'recipe', undefined)
    expect(renderHook(() => useKeptSize('recipe', 232)).result.current.defaultSize).toBe(232)
    first.onResize({ inPixels: 299.6 }, 'recipe', { inPixels: 180 })
    expect(renderHook(() => useKeptSize('recipe', 232)).result.current.defaultSize).toBe(300)
    expect(renderHook(() => useKeptSize('inspector', 312)).result.current.defaultSize).toBe(312)
  })
  it('is the first one where what was kept is no size', () => {
    localStorage.setItem('panel-size/strip', 'wide')
    expect(renderHook(() => useKeptSize('strip', 132)).result.current.defaultSize).toBe(132)
  })
})
