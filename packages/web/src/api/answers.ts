import { array, boolean, lazy, mixed, number, object, string, ValidationError, type Schema } from 'yup'
import type { Part } from '@flexum/core/recipe'
import { ApiError } from './client.ts'

/** A figure the server gives: a finite number. */
const figure = number().strict()
const text = string().strict()

export const anId = text.required()
export const aTime = figure.required()
export const aCount = number().strict().integer().required()

/** Rows that may be worked out already, may wait, or may have been given up. */
export const workedFields = {
  state: text.oneOf(['known', 'waiting', 'failed']).required(),
  trouble: text.nullable().defined(),
}

export const partRows = object({
  parts: array(
    object({
      id: anId,
      name: text.defined(),
      revision: aCount,
      createdAt: aTime,
      updatedAt: aTime,
      binnedAt: figure.nullable().defined(),
      picture: figure.nullable().defined(),
      figures: object({
        length: figure,
        bends: figure,
        profile: text,
        material: text,
        mass: figure,
        blocking: figure.required(),
      }).required(),
      ...workedFields,
    }),
  ).required(),
})

export const revisionRows = object({
  revisions: array(
    object({
      number: aCount,
      savedAt: aTime,
      state: text.oneOf(['known', 'failed']).nullable().defined(),
    }),
  ).required(),
})

/** A part's head as it comes; what is in it is read by itself. */
export const headFields = object({
  id: anId,
  revision: aCount,
  updatedAt: aTime,
  binnedAt: figure.nullable().defined(),
  part: mixed().required(),
})

const sectionFigures = object({
  kind: text.oneOf(['stock', 'drawn']).required(),
  summary: text.defined(),
  width: figure.required(),
  height: figure.required(),
  area: figure.required(),
  massPerMetre: figure.required(),
  material: text.defined(),
  picture: text.defined(),
})

export const sectionRows = object({
  sections: array(
    object({
      id: anId,
      name: text.defined(),
      version: aCount,
      createdAt: aTime,
      updatedAt: aTime,
      binnedAt: figure.nullable().defined(),
      tags: array(text.defined()).required(),
      figures: lazy((v: unknown) => (v === null ? mixed().nullable() : sectionFigures.required())),
      ...workedFields,
    }),
  ).required(),
})

export const sectionVersion = object({
  id: anId,
  version: aCount,
  newest: aCount,
  section: mixed().required(),
})

export const savedSection = object({ id: anId, version: aCount })
export const savedPart = object({ revision: aCount })

export const materialRows = object({
  materials: array(
    object({
      id: anId,
      name: text.defined(),
      density: figure.required(),
      look: text.required(),
      price: figure.required(),
    }),
  ).required(),
})

const named = (what: string) =>
  mixed<Record<string, number>>()
    .required()
    .test(what, `${what} are numbers`, (v) => Object.values(v as object).every((n) => typeof n === 'number'))
const figures = (...names: readonly string[]) =>
  array(object(Object.fromEntries(names.map((n) => [n, figure.required()])))).required()

export const benderRows = object({
  benders: array(
    object({
      id: anId,
      name: text.defined(),
      bothHands: boolean().strict().required(),
      dies: array(figure.required()).required(),
      sizes: named('sizes'),
    }),
  ).required(),
})

export const stockRows = object({
  stock: array(
    object({
      id: anId,
      name: text.defined(),
      shape: text.required(),
      sizes: named('sizes'),
      forming: lazy((v: unknown) =>
        v === null
          ? mixed().nullable()
          : object({
              rules: named('limits'),
              shares: figures('ratio', 'share'),
              trials: figures('radius', 'set', 'got'),
            }),
      ),
      materialId: anId,
      barLengths: array(figure.required()).required(),
      remnants: array(figure.required()).required(),
    }),
  ).required(),
})

export const keptImage = object({ hash: anId, width: aCount, height: aCount })

/** What an answer holds, checked; one of another shape is told as the server's, as it is of another version than the page. */
export function readAnswer<T>(schema: Schema, answer: unknown): T {
  try {
    return schema.validateSync(answer, { strict: true }) as T
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    throw new ApiError(
      0,
      `the server answered what this page cannot read (${error.message}); load the page again`,
    )
  }
}

/** A part in an answer, brought up to date and checked as one from a file is. */
export async function readPartIn(value: unknown): Promise<Part> {
  const { readPart } = await import('@flexum/core/recipe')
  const read = readPart(value)
  if (!read.ok) throw new ApiError(422, read.fault.message)
  return read.value
}
