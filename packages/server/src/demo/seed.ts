import { listMaterials, listStock, putMaterial, putStock } from '../db/catalogue-queries.ts'
import type { Database } from '../db/open.ts'
import { countParts } from '../db/part-queries.ts'
import { listSections } from '../db/section-queries.ts'
import { imageService } from '../services/images.ts'
import { partService } from '../services/parts.ts'
import { sectionService } from '../services/sections.ts'
import { DEMO_MATERIALS, DEMO_STOCK } from './materials.ts'
import { MOULDING_AT, MOULDING_SCALE, mouldingPicture } from './moulding-picture.ts'
import { bayCornice, DEMO_PARTS } from './parts.ts'
import { DEMO_SECTIONS } from './sections.ts'

/** Fills the tables that are empty with the demo; what is there already is left alone. Gives the number of parts made. */
export async function seed(db: Database): Promise<number> {
  // Tables that people have changed stay as they are; rows they took out do not come back.
  if ((await listMaterials(db.read)).length + (await listStock(db.read)).length === 0) {
    await db.write(async (tx) => {
      for (const m of DEMO_MATERIALS) await putMaterial(tx, { ...m })
      for (const s of DEMO_STOCK)
        await putStock(tx, { ...s, sizes: { ...s.sizes }, barLengths: [...s.barLengths] })
    })
  }
  // A library is only filled once: one with everything in the bin is meant to be empty.
  if ((await listSections(db.read, false)).length + (await listSections(db.read, true)).length === 0) {
    const library = sectionService(db)
    for (const { section, tags } of DEMO_SECTIONS) await library.create(section, tags)
  }
  if ((await countParts(db.read)) > 0) return 0
  const service = partService(db)
  const { png, width, height } = mouldingPicture()
  const kept = await imageService(db).keep(png)
  if (kept.kind === 'kept') {
    const picture = {
      image: kept.hash,
      width,
      height,
      at: MOULDING_AT,
      scale: MOULDING_SCALE,
      angle: 0,
      shade: 0.6,
    }
    await service.create(bayCornice(picture))
  }
  for (const part of DEMO_PARTS) await service.create(part)
  return DEMO_PARTS.length + 1
}
