/** So many of something, in words: "1 bend", "3 bends"; another plural where an s will not do. */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`
