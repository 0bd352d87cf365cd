export { bytesOf, pictureOf, type Picture } from './picture.ts'
export { beforeBack, judgedBacks, matteOf, type CardProblem, type JudgedBack, type Matte } from './matte.ts'
