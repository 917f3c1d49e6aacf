export { allOk, fail, ok, type Result } from './result.ts'
export { fault, type Fault, type Span } from './fault.ts'
export { countingIds, type Id, type IdSource } from './ids.ts'
export { unreachable } from './exhaustive.ts'
