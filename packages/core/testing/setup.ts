import fc from 'fast-check'
import '../src/recipe/kinds.ts'

/** A failing property reports the input it failed on, with its seed, and is not made smaller for minutes. */
fc.configureGlobal({ endOnFailure: true })
