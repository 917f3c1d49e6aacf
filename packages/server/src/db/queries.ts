import type { LibSQLDatabase } from 'drizzle-orm/libsql'
import type * as schema from './schema.ts'

/** What queries are asked of: the database, or a transaction of it. */
export type Queries = LibSQLDatabase<typeof schema>
