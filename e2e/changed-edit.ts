import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const folder = mkdtempSync(join(tmpdir(), 'stilus-edits-'))

/** The edit of the demo without its third shot, the tower twelve frames shorter at its head, and the stairs at twice their speed at the end. */
export function changedEdit(): string {
  const lines = readFileSync('demo/kit/the-tin-comet.edl', 'utf8').trimEnd().split('\n')
  const stairs = lines.findIndex((line) => line.startsWith('003'))
  const without = lines.filter((_, i) => i !== stairs && i !== stairs + 1)
  const shorter = without.map((line) =>
    line.replace(
      '00:00:00:08 00:00:04:16 01:00:04:22 01:00:09:06',
      '00:00:00:20 00:00:04:16 01:00:05:10 01:00:09:06',
    ),
  )
  const fast = [
    '090  STAIRS   V     C        00:00:01:08 00:00:02:20 01:02:00:00 01:02:01:12',
    '* FROM CLIP NAME: stairs.mp4',
    'M2   STAIRS  048.0  00:00:01:08',
    '* LOC: 01:00:10:00 RED     Look here',
  ]
  const path = join(folder, 'second-cut.edl')
  writeFileSync(path, [...shorter, ...fast].join('\n'))
  return path
}
