import { createHash, randomUUID } from 'node:crypto'
import { listMaterials, listStock, putBender, putMaterial, putStock } from '../db/catalogue-queries.ts'
import { keepImage } from '../db/image-queries.ts'
import type { Database } from '../db/open.ts'
import type { Queries } from '../db/queries.ts'
import { insertOrder, setPlan } from '../db/order-queries.ts'
import { countParts, insertPart } from '../db/part-queries.ts'
import { insertSection, listSections } from '../db/section-queries.ts'
import { FIRST_BENDERS } from '../db/first-benders.ts'
import { DEMO_FORMING } from './forming.ts'
import { DEMO_MATERIALS, DEMO_STOCK } from './materials.ts'
import { MOULDING_AT, MOULDING_SCALE, mouldingPicture } from './moulding-picture.ts'
import { springOpening } from './orders.ts'
import { bayCornice, DEMO_PARTS } from './parts.ts'
import { DEMO_SECTIONS } from './sections.ts'

/**
 * Fills the tables that are empty with the demo, all in one go or not at all; what is there already is left alone. Gives the
 * number of parts made. `now` gives ms since 1970.
 */
export function seed(db: Database, now: () => number = Date.now): Promise<number> {
  return db.write(async (tx) => {
    // Tables that people have changed stay as they are; rows they took out do not come back.
    if ((await listMaterials(tx)).length + (await listStock(tx)).length === 0) {
      for (const m of DEMO_MATERIALS) await putMaterial(tx, { ...m })
      for (const s of DEMO_STOCK)
        await putStock(tx, {
          ...s,
          sizes: { ...s.sizes },
          barLengths: [...s.barLengths],
          remnants: [],
          forming: DEMO_FORMING[s.id] ?? null,
        })
      for (const b of FIRST_BENDERS) await putBender(tx, { ...b })
    }
    // A library is only filled once: one with everything in the bin is meant to be empty.
    if ((await listSections(tx, false)).length + (await listSections(tx, true)).length === 0) {
      for (const { section, tags } of DEMO_SECTIONS)
        await insertSection(tx, randomUUID(), {
          name: section.name,
          tags,
          at: now(),
          body: JSON.stringify(section),
        })
    }
    return (await countParts(tx)) > 0 ? 0 : seedParts(tx, now)
  })
}

async function seedParts(tx: Queries, now: () => number): Promise<number> {
  const { png, width, height } = mouldingPicture()
  const hash = createHash('sha256').update(png).digest('hex')
  await keepImage(tx, { hash, type: 'image/png', width, height, savedAt: now(), bytes: png })
  const picture = {
    image: hash,
    width,
    height,
    at: MOULDING_AT,
    scale: MOULDING_SCALE,
    angle: 0,
    shade: 0.6,
  }
  const parts = [bayCornice(picture), ...DEMO_PARTS]
  // The last made stands first on the Rack.
  const first = now()
  const made = parts.map((part) => ({ id: randomUUID(), name: part.name, part }))
  for (const [i, { id, name, part }] of made.entries())
    await insertPart(tx, id, { name, at: first + i, body: JSON.stringify(part) })
  // The order is planned when the server first looks for what is to be planned.
  const order = springOpening(made)
  const id = randomUUID()
  await insertOrder(tx, id, { name: order.name, at: first, body: JSON.stringify(order) })
  await setPlan(tx, id, { state: 'waiting' })
  return parts.length
}
