import fc from 'fast-check'

/** A failing property reports the input it failed on, with its seed, and does not go on for minutes to make it smaller. */
fc.configureGlobal({ endOnFailure: true, interruptAfterTimeLimit: 30_000, markInterruptAsFailure: true })
