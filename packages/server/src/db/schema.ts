import type { BenderSize, FormingRule } from '@flexum/core/recipe'
import type { Look, StockShape } from '@flexum/core/profile'
import { blob, index, integer, primaryKey, real, sqliteTable, text } from 'drizzle-orm/sqlite-core'

/** One row a part; what it looks like now is its revision `revision`. Times are ms since 1970, UTC. */
export const parts = sqliteTable(
  'parts',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    revision: integer('revision').notNull(),
    createdAt: integer('created_at').notNull(),
    updatedAt: integer('updated_at').notNull(),
    binnedAt: integer('binned_at'),
    /** Key figures for the Rack, of revision `figured`. */
    figures: text('figures', { mode: 'json' }).notNull().$type<PartFigures>(),
    /** The last revision that was worked out or given up; below `revision` while that is still to come. */
    figured: integer('figured').notNull().default(0),
    /** Why revision `figured` could not be worked out. */
    trouble: text('trouble'),
    /** The revision that the small picture shows; 0 when there is none. */
    pictured: integer('pictured').notNull().default(0),
  },
  (t) => [index('parts_by_change').on(t.binnedAt, t.updatedAt)],
)

/** Every saved revision of every part, for good. */
export const revisions = sqliteTable(
  'revisions',
  {
    partId: text('part_id')
      .notNull()
      .references(() => parts.id),
    number: integer('number').notNull(),
    savedAt: integer('saved_at').notNull(),
    body: text('body').notNull(),
    /** Whether it could be worked out; null when nobody looked, as it was not the newest for long. */
    state: text('state', { enum: ['known', 'failed'] }),
  },
  (t) => [primaryKey({ columns: [t.partId, t.number] })],
)

/** The newest small picture of each part as PNG. */
export const pictures = sqliteTable(
  'pictures',
  {
    partId: text('part_id')
      .notNull()
      .references(() => parts.id),
    revision: integer('revision').notNull(),
    png: blob('png', { mode: 'buffer' }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.partId, t.revision] })],
)

/** Materials to choose from. Density in kg/m3, price per kg. */
export const materials = sqliteTable('materials', {
  id: text('id').primaryKey(),
  name: text('name').notNull().unique(),
  density: real('density').notNull(),
  look: text('look').notNull().$type<Look>(),
  price: real('price').notNull(),
})

/** Stock bars to choose from: a shape with its sizes (mm, by name), the bar lengths sold (mm). */
export const stock = sqliteTable('stock', {
  id: text('id').primaryKey(),
  name: text('name').notNull().unique(),
  shape: text('shape').notNull().$type<StockShape>(),
  sizes: text('sizes', { mode: 'json' }).notNull().$type<Readonly<Record<string, number>>>(),
  materialId: text('material_id')
    .notNull()
    .references(() => materials.id),
  barLengths: text('bar_lengths', { mode: 'json' }).notNull().$type<readonly number[]>(),
  /** Bars that were left over and are kept, mm: taken before new ones. */
  remnants: text('remnants', { mode: 'json' }).notNull().default([]).$type<readonly number[]>(),
  /** What is known of how it bends; null where nothing is. */
  forming: text('forming', { mode: 'json' }).$type<StockForming>(),
})

/** How a stock bends: what it bears by name, its neutral shares by radius over depth, and trial bends (mm, rad). */
export interface StockForming {
  readonly rules: Readonly<Record<FormingRule, number>>
  readonly shares: readonly { readonly ratio: number; readonly share: number }[]
  readonly trials: readonly { readonly radius: number; readonly set: number; readonly got: number }[]
}

/** Benders to choose from: sizes, limits and speeds by name (mm, rad, s), and the centreline radii of their dies. */
export const benders = sqliteTable('benders', {
  id: text('id').primaryKey(),
  name: text('name').notNull().unique(),
  bothHands: integer('both_hands', { mode: 'boolean' }).notNull(),
  dies: text('dies', { mode: 'json' }).notNull().$type<readonly number[]>(),
  sizes: text('sizes', { mode: 'json' }).notNull().$type<Readonly<Record<BenderSize, number>>>(),
})

/** Figures shown on the Rack; undefined where the part does not give them. Lengths mm, mass kg. */
export interface PartFigures {
  readonly length?: number
  readonly bends?: number
  readonly profile?: string
  readonly material?: string
  readonly mass?: number
  readonly blocking: number
}

/** Sections of the library: one row each; what a section is now is its version `version`. */
export const sections = sqliteTable(
  'sections',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    version: integer('version').notNull(),
    createdAt: integer('created_at').notNull(),
    updatedAt: integer('updated_at').notNull(),
    binnedAt: integer('binned_at'),
    tags: text('tags', { mode: 'json' }).notNull().$type<readonly string[]>(),
    /** Key figures for the library, of version `figured`. */
    figures: text('figures', { mode: 'json' }).notNull().$type<SectionFigures | Record<string, never>>(),
    /** The last version that was worked out or given up. */
    figured: integer('figured').notNull().default(0),
    /** Why version `figured` could not be worked out. */
    trouble: text('trouble'),
  },
  (t) => [index('sections_by_change').on(t.binnedAt, t.updatedAt)],
)

/** Every saved version of every section, for good: parts keep the one they took. */
export const sectionVersions = sqliteTable(
  'section_versions',
  {
    sectionId: text('section_id')
      .notNull()
      .references(() => sections.id),
    number: integer('number').notNull(),
    savedAt: integer('saved_at').notNull(),
    body: text('body').notNull(),
  },
  (t) => [primaryKey({ columns: [t.sectionId, t.number] })],
)

/** Pictures laid on sheets, each once, by the SHA-256 of its bytes. */
export const images = sqliteTable('images', {
  hash: text('hash').primaryKey(),
  type: text('type').notNull(),
  width: integer('width').notNull(),
  height: integer('height').notNull(),
  savedAt: integer('saved_at').notNull(),
  bytes: blob('bytes', { mode: 'buffer' }).notNull(),
})

/** Figures shown in the library. Lengths mm, area mm2, mass kg/m; `picture` is the section as an SVG file. */
export interface SectionFigures {
  readonly kind: 'stock' | 'drawn'
  readonly summary: string
  readonly width: number
  readonly height: number
  readonly area: number
  readonly massPerMetre: number
  readonly material: string
  readonly picture: string
}

/** Orders: one row each; what an order is now is its revision `revision`. */
export const orders = sqliteTable(
  'orders',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    revision: integer('revision').notNull(),
    createdAt: integer('created_at').notNull(),
    updatedAt: integer('updated_at').notNull(),
    binnedAt: integer('binned_at'),
    body: text('body').notNull(),
  },
  (t) => [index('orders_by_change').on(t.binnedAt, t.updatedAt)],
)

/** The plan of each order: what was planned last, and what is being planned. */
/** What the plan of an order comes to. */
export interface PlanFigures {
  readonly bars: number
  readonly pieces: number
  readonly missing: number
}

export const plans = sqliteTable('plans', {
  orderId: text('order_id')
    .primaryKey()
    .references(() => orders.id),
  /** `waiting` and `working` go on after the server was stopped; a plan that was stopped is the best so far. */
  state: text('state', { enum: ['waiting', 'working', 'done', 'stopped', 'failed'] }).notNull(),
  /** Why there is no plan. */
  trouble: text('trouble'),
  /** Grows with every change of the plan. */
  version: integer('version').notNull(),
  /** The plan as JSON; null before the first. */
  body: text('body'),
  /** What it comes to, so that a list of orders need not read it; null before the first. */
  figures: text('figures', { mode: 'json' }).$type<PlanFigures>(),
})
