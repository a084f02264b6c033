import { FontError, openTypeface, writeCoverage } from '../lettering'
import { toBase64 } from '../kernels'
import { type Font, type MoreRecords, recorded } from '../project'

/** The largest font file that is taken, in bytes. */
const MOST = 32 * 1048576

const CODES = { family: [16, 1], style: [17, 2] } as const

/** A font file as a font of a project and its record. @throws FontError with what to do */
export async function readFont(
  id: string,
  name: string,
  bytes: Uint8Array,
): Promise<{ font: Font; records: MoreRecords }> {
  if (bytes.length > MOST) throw new FontError(`"${name}" is larger than 32 MB. Choose a smaller font file.`)
  const face = await openTypeface(id, bytes)
  const first = (ids: readonly number[]) => ids.map((n) => face.name(n)).find(Boolean)
  const family = (first(CODES.family) ?? name.replace(/\.\w+$/, '')).slice(0, 200)
  const style = first(CODES.style) ?? ''
  const { id: record, record: data } = recorded({ kind: 'font', bytes: toBase64(bytes) })
  const font: Font = {
    id,
    family,
    weight: weightOf(face.table('OS/2')),
    italic: /italic|oblique/i.test(style),
    axes: [...face.axes],
    coverage: writeCoverage(face.unicodes),
    record,
  }
  return { font, records: { [record]: data } }
}

/** usWeightClass of the table OS/2; 400 where it has none. */
function weightOf(table: Uint8Array | undefined): number {
  const weight = table && table.length > 5 ? ((table[4] as number) << 8) | (table[5] as number) : 400
  return weight >= 1 && weight <= 1000 ? weight : 400
}
