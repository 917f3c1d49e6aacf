// @vitest-environment jsdom
import { describe, expect, it } from 'vitest'
import { takesKey } from './keys.ts'

const input = (type: string): HTMLInputElement => Object.assign(document.createElement('input'), { type })

describe('what has the focus', () => {
  it.each([
    ['a text field', input('text'), ['d', ' ', 'Enter', 'ArrowUp'], []],
    ['a tick', input('checkbox'), [' '], ['d', 'Enter', 'ArrowUp']],
    ['a slider', input('range'), ['ArrowUp', 'Home'], ['d', 'Escape']],
    ['a button', document.createElement('button'), [' ', 'Enter'], ['d', 'ArrowUp']],
    ['a list of choices', document.createElement('select'), ['d', 'ArrowUp'], []],
    ['anything else', document.createElement('div'), [], ['d', ' ', 'Enter', 'ArrowUp']],
  ])('%s keeps what it needs and no more', (_, target, keeps, leaves) => {
    for (const key of keeps) expect(takesKey(target, key)).toBe(true)
    for (const key of leaves) expect(takesKey(target, key)).toBe(false)
  })
})
