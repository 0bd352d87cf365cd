import { chromium } from '@playwright/test'
import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { root } from './ready.mjs'

/** Draws the PNG icons of public/ from mark.svg: npm run icons */
const mark = await readFile(join(root, 'public', 'mark.svg'), 'utf8')
/** A maskable icon is cut to any shape: its ground fills the square, the mark keeps to the middle. */
const maskable = mark
  .replace('rx="14" ', '')
  .replace('viewBox="0 0 64 64"', 'viewBox="-6 -6 76 76"')
  .replace('<rect width="64" height="64"', '<rect x="-6" y="-6" width="76" height="76"')
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
const draw = async (svg, px, name) => {
  const page = await browser.newPage({ viewport: { width: px, height: px } })
  await page.setContent(`<style>*{margin:0}svg{display:block;width:${px}px;height:${px}px}</style>${svg}`)
  await writeFile(join(root, 'public', name), await page.screenshot({ omitBackground: true }))
}
await draw(mark, 192, 'mark-192.png')
await draw(mark, 512, 'mark-512.png')
await draw(maskable, 512, 'mark-maskable-512.png')
await browser.close()
