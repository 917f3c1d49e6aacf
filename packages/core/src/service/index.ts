export { callOff, createFlag, doJob, type Flag } from './calling-off.ts'
export { createQueue, type Dropped, type Queue } from './queue.ts'
export { createService, type PictureSize, type Service, type TurningCard } from './service.ts'
