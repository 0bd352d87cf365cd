import { expose } from 'comlink'
import { createLab } from './bloomLab.ts'

expose(createLab())
