/** Marks a branch the types rule out; reaching it is a bug of ours. */
export function unreachable(value: never): never {
  throw new Error(`unreachable: ${JSON.stringify(value)}`)
}
