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
    /** Key figures for the Rack, worked out when the revision was saved. */
    figures: text('figures', { mode: 'json' }).notNull().$type<PartFigures>(),
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
  },
  (t) => [primaryKey({ columns: [t.partId, t.number] })],
)

/** Small pictures of parts as PNG, made when first asked for. */
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
  look: text('look').notNull(),
  price: real('price').notNull(),
})

/** Stock bars to choose from: a shape with its sizes (mm, by name), the bar lengths sold (mm). */
export const stock = sqliteTable('stock', {
  id: text('id').primaryKey(),
  name: text('name').notNull().unique(),
  shape: text('shape').notNull(),
  sizes: text('sizes', { mode: 'json' }).notNull().$type<Record<string, number>>(),
  materialId: text('material_id')
    .notNull()
    .references(() => materials.id),
  barLengths: text('bar_lengths', { mode: 'json' }).notNull().$type<number[]>(),
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
