import { memo, type ComponentType } from 'react'

/** Marks in a block. */
const BLOCK = 24

interface Marked {
  readonly id: string
}

interface BlockProps<P extends Marked> {
  readonly of: ComponentType<P>
  readonly items: readonly P[]
}

/** Many marks of one kind, drawn in blocks: a block of which none looks different is passed over as a whole. */
export function Blocks<P extends Marked>({ of, items }: BlockProps<P>) {
  const blocks: React.ReactNode[] = []
  for (let i = 0; i < items.length; i += BLOCK)
    blocks.push(<Block key={i} of={of as ComponentType<Marked>} items={items.slice(i, i + BLOCK)} />)
  return blocks
}

const Block = memo(
  function Block({ of: Mark, items }: BlockProps<Marked>) {
    return items.map((item) => <Mark key={item.id} {...item} />)
  },
  (a, b) =>
    a.of === b.of && a.items.length === b.items.length && a.items.every((x, i) => sameMark(x, b.items[i]!)),
)

function sameMark(a: Marked, b: Marked): boolean {
  for (const key in a) if (a[key as keyof Marked] !== b[key as keyof Marked]) return false
  return true
}
