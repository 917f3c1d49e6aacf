/** What a record holds of its own under a name; the names of the language's own objects (`constructor`) hold nothing. */
export function own<T>(record: Readonly<Record<string, T>>, name: string): T | undefined {
  return Object.hasOwn(record, name) ? record[name] : undefined
}
