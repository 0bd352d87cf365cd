import { expose } from 'comlink'
import { createCardLab } from './cardLab.ts'

expose(createCardLab())
