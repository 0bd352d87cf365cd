import { describe, expect, test } from '@jest/globals'
import { isBackupDue } from './backup.ts'

const DAY = 86_400_000
const NEVER = { atMs: 0, pieces: 0 }
const now = 1000 * DAY

describe('a backup is due', () => {
  test('after the first piece is written down, and not before there is one', () => {
    expect(isBackupDue({ backup: NEVER, later: NEVER }, 0, now)).toBe(false)
    expect(isBackupDue({ backup: NEVER, later: NEVER }, 1, now)).toBe(true)
  })

  test('after ten new pieces, or one and a fortnight; never where nothing is new', () => {
    const backup = { atMs: now - DAY, pieces: 5 }
    expect(isBackupDue({ backup, later: NEVER }, 14, now)).toBe(false)
    expect(isBackupDue({ backup, later: NEVER }, 15, now)).toBe(true)
    expect(isBackupDue({ backup, later: NEVER }, 6, now + 15 * DAY)).toBe(true)
    expect(isBackupDue({ backup, later: NEVER }, 5, now + 999 * DAY)).toBe(false)
  })

  test('once: put off, it is not asked for again before as much is new', () => {
    const backup = { atMs: now - 30 * DAY, pieces: 5 }
    const later = { atMs: now, pieces: 20 }
    expect(isBackupDue({ backup, later }, 20, now + 99)).toBe(false)
    expect(isBackupDue({ backup, later }, 30, now + 99)).toBe(true)
  })
})
