/**
 * What was worked out of things, each kept as long as someone holds the thing and no longer: nothing is ever cleared by hand, and nothing
 * here keeps a thing alive. Things that are kept by never change.
 */
export interface Kept<K extends object, V> {
  get(of: K): V | undefined
  /** Keeps it, and gives it back. */
  put(of: K, value: V): V
}

/** An empty one: for what is kept only sometimes, or is put in by others than those who ask. */
export function keptWith<K extends object, V>(): Kept<K, V> {
  const all = new WeakMap<K, V>()
  return {
    get: (of) => all.get(of),
    put(of, value) {
      all.set(of, value)
      return value
    },
  }
}

/** A function of a thing that works each out once, for as long as the thing is held. */
export function memoBy<K extends object, V>(make: (of: K) => V): (of: K) => V {
  const all = new WeakMap<K, { readonly value: V }>()
  return (of) => {
    const known = all.get(of)
    if (known) return known.value
    const value = make(of)
    all.set(of, { value })
    return value
  }
}

/** The same of a thing and more: of each thing the last answer is kept, for who asks by the very same again. */
export function memoLast<K extends object, A extends readonly unknown[], V>(
  make: (of: K, ...by: A) => V,
): (of: K, ...by: A) => V {
  const all = new WeakMap<K, { readonly by: A; readonly value: V }>()
  return (of, ...by) => {
    const known = all.get(of)
    if (known && known.by.length === by.length && known.by.every((b, i) => Object.is(b, by[i])))
      return known.value
    const value = make(of, ...by)
    all.set(of, { by, value })
    return value
  }
}
