/** What is stirred keeps its depth; loaded with the first change that asks for it. */
export { sealedRequest } from '#core/batch/index.ts'
