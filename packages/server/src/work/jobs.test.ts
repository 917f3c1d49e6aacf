import { describe, expect, it } from 'vitest'
import { emptyPart, writePart } from '@flexum/core/recipe'
import { readText } from './jobs.ts'

const codeOf = (text: string): string => {
  const read = readText(text)
  return read.ok ? 'read' : read.fault.code
}

describe('a part as it is kept', () => {
  it('is read, or refused for what is wrong with it: only what is no JSON is called that', () => {
    expect(codeOf(writePart(emptyPart('Kept')))).toBe('read')
    expect(codeOf('{"format":')).toBe('part.json')
    expect(codeOf('')).toBe('part.json')
    for (const other of ['null', '[]', '7', '"part"', '{}', '{"format":"flexum-part"}'])
      expect(codeOf(other)).toMatch(/^part\.(?!json)/)
  })
})
