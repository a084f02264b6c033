import fc from 'fast-check'
import Papa from 'papaparse'
import { Typesetter } from '../lettering'
import { card } from '../testing/design'
import { shippedFonts } from '../testing/fonts'
import { testProject } from '../testing/projects'
import {
  type Act,
  columnKey,
  documentOf,
  getDesign,
  getObject,
  getSequence,
  getShot,
  loadProject,
  performAll,
  placeOfRow,
  type Project,
  readRoster,
  type Roster,
  rosterNotes,
  rosterSettings,
  rowValues,
  settingAt,
  stageOf,
  writeRoster,
} from '.'

const roster = (columns: string[], ...rows: string[][]): Roster => ({
  id: 'r',
  name: 'Speakers',
  designId: 'd',
  columns,
  rows: rows.map((cells, i) => ({ id: `w${i}`, cells })),
})
const put = ({ id, ...rest }: Roster): Act => ['roster.set', { rosterId: id, ...rest }]
const made = (table: Roster, ...acts: Act[]): Project =>
  performAll(
    testProject(),
    [
      card(),
      ['object.add', { designId: 'd', objectId: 't', kind: 'text', text: { text: '{name}, {ROLE}' } }],
      put(table),
      ...acts,
    ],
    'test',
  ).project
const SPEAKERS = roster(['Name', 'Role'], ['Ida Om', 'Tinsmith'], ['Teodor Maszkowiak-Lindqvist', ''])
const said = (p: Project, rowId?: string) => {
  const row = rowId === undefined ? undefined : rowValues(p, { rosterId: 'r', rowId })
  return settingAt(stageOf(p, { kind: 'object', id: 't' }), getObject(p, 't'), 0, 'shown', { index: 0, row })
    .text
}

describe('reading a table', () => {
  it('names columns by its first line; cells are text, whatever they look like', () => {
    const text = '\ufeffName;Role\n"Peridot Ames; the younger";=SUM(A1)\n"two\nlines";@x\n\n  שרה  ;-1+2\n'
    expect(readRoster(text)).toEqual({
      columns: ['Name', 'Role'],
      rows: [
        ['Peridot Ames; the younger', '=SUM(A1)'],
        ['two\nlines', '@x'],
        ['שרה', '-1+2'],
      ],
    })
  })

  it('of 400 rows of anything, what was written is read again', () => {
    const cell = fc.oneof(
      fc.string({ maxLength: 300 }),
      fc.constantFrom('=1+1', '"', ',;\t', 'עברית', '\n\n', 'a'.repeat(300)),
    )
    const row = fc.tuple(cell, cell).map(([a, b]) => [`x${a}`.slice(0, 300).trim(), b.trim()])
    fc.assert(
      fc.property(fc.array(row, { minLength: 1, maxLength: 400 }), (rows) => {
        const columns = ['Name', 'Role']
        const again = readRoster(writeRoster(roster(columns, ...rows)))
        // Line ends of any kind are one inside of quotes too.
        const plain = (text: string) => text.replace(/\r\n?/g, '\n')
        expect(again.rows.map((r) => r.map(plain))).toEqual(rows.map((r) => r.map(plain)))
      }),
      { numRuns: 40 },
    )
  })

  it.each([
    ['', 'Name the columns in its first line'],
    ['name,role\n', 'no rows'],
    ['name,Name \na,b', 'Two columns are called Name'],
    [`name\n${'x'.repeat(301)}`, 'Row 1 has more than 300 letters under name'],
    [`name\n${'a\n'.repeat(1001)}`, '1000 rows at most; this has 1001'],
    [Array.from({ length: 25 }, (_, i) => `c${i}`).join() + '\n1', '24 columns at most'],
  ])('refuses %j with what to do', (text, message) => expect(() => readRoster(text)).toThrow(message))

  it.each([
    ['Full Name ', 'full_name'],
    ['Größe (cm)', 'größe_cm'],
    ['役割', '役割'],
    ['--', ''],
  ])('a column called %j is called by {%s}', (column, key) => expect(columnKey(column)).toBe(key))
})

it('texts say what the row says; by itself the design says the first; unknown names stay as they are', () => {
  const p = made(SPEAKERS)
  expect([said(p), said(p, 'w0'), said(p, 'w1')]).toEqual([
    'Ida Om, Tinsmith',
    'Ida Om, Tinsmith',
    'Teodor Maszkowiak-Lindqvist, ',
  ])
  const other = performAll(p, [put(roster(['Name'], ['Ida Om']))], 'x').project
  expect(said(other, 'w0')).toBe('Ida Om, {ROLE}')
})

it('a cell changed in one place changes every title of its row, and is undone as one act', () => {
  const p = made(SPEAKERS, [
    'roster.place',
    { rosterId: 'r', places: [{ rowId: 'w0', shotId: 'x', lane: 4, start: 10, length: 40 }] },
  ])
  expect(getShot(p, 'x')).toMatchObject({
    name: 'Ida Om',
    fitted: true,
    row: { rosterId: 'r', rowId: 'w0' },
    lane: 4,
  })
  const { project: q } = performAll(
    p,
    [['roster.cell', { rosterId: 'r', rowId: 'w0', column: 0, value: 'Ada' }]],
    'x',
  )
  expect(said(q, 'w0')).toBe('Ada, Tinsmith')
  expect(documentOf(loadProject(JSON.parse(JSON.stringify(documentOf(q)))))).toEqual(documentOf(q))
})

it('a shot shows another row of the roster of its design, and of no other', () => {
  const p = made(SPEAKERS, [
    'roster.place',
    { rosterId: 'r', places: [{ rowId: 'w0', shotId: 'x', lane: 4, start: 0, length: 9 }] },
  ])
  const row = (shotId: string, rowId: string): Act => ['shot.row', { shotId, row: { rosterId: 'r', rowId } }]
  expect(getShot(performAll(p, [row('x', 'w1')], 'x').project, 'x').row?.rowId).toBe('w1')
  expect(() => performAll(p, [row('x', 'w7')], 'x')).toThrow('no row')
  expect(() => performAll(p, [row('s1', 'w1')], 'x')).toThrow('shows another design')
})

it('shots whose row is gone show the first; a design takes its rosters along', () => {
  const placed: Act = [
    'roster.place',
    { rosterId: 'r', places: [{ rowId: 'w1', shotId: 'x', lane: 4, start: 0, length: 9 }] },
  ]
  const p = made(SPEAKERS, placed, ['roster.drop', { rosterId: 'r', rowId: 'w1' }])
  expect(getShot(p, 'x').row).toBeUndefined()
  const gone = performAll(made(SPEAKERS), [['design.remove', { designId: 'd' }]], 'x').project
  expect(gone.rosters).toEqual([])
  expect(() => made(SPEAKERS, ['roster.column', { rosterId: 'r', column: 1, name: 'name' }])).toThrow(
    'a name of its own',
  )
  expect(() => made(SPEAKERS, ['roster.cell', { rosterId: 'r', rowId: 'w9', column: 0, value: '' }])).toThrow(
    'no row',
  )
})

describe('placed by timecode', () => {
  const sequence = { rate: { num: 24, den: 1 }, startTimecode: 24 * 3600 }
  it.each([
    [['Timecode'], ['01:00:10:00'], { start: 240, length: 48 }],
    [['Timecode', 'Out'], ['01:00:10:00', '01:00:14:12'], { start: 240, length: 108 }],
    [['In', 'Length'], ['00:00:02:00', '3s'], { start: 48, length: 72 }],
    [['In', 'Out'], ['01:00:10:00', '01:00:08:00'], { start: 240, length: 48 }],
    [['Timecode'], [''], undefined],
    [['Timecode'], ['soon'], undefined],
    [['Name'], ['01:00:10:00'], undefined],
  ])('%j %j', (columns, cells, place) =>
    expect(placeOfRow(roster(columns, cells), 'w0', sequence, 48)).toEqual(place),
  )
})

it('names that do not fit are told, and letters that no family has', async () => {
  const { fonts, open } = await shippedFonts('inter')
  const long = roster(
    ['Name', 'Role'],
    ['Ida', 'Om'],
    ['Wilhelmina Achterberg-Sundqvist the elder', 'keeper'],
    ['Ida 𒀀', ''],
  )
  const p = made(
    long,
    ['text.set', { objectId: 't', change: { shrink: true } }],
    [
      'value.set',
      { address: { owner: { kind: 'object', id: 't' }, path: 'form/box' }, at: 0, value: [300, 60] },
    ],
    ['value.set', { address: { owner: { kind: 'object', id: 't' }, path: 'form/size' }, at: 0, value: 40 }],
  )
  const notes = rosterNotes(rosterSettings(p, getDesign(p, 'd'), long), new Typesetter(fonts, open))
  expect(notes.filter((n) => n.rowId === 'w0')).toEqual([])
  expect(
    notes
      .filter((n) => n.rowId === 'w1')
      .map((n) => n.says)
      .join(),
  ).toMatch(/is set at \d+ % of its size/)
  expect(
    notes
      .filter((n) => n.rowId === 'w2')
      .map((n) => n.says)
      .join(),
  ).toMatch('no family has 𒀀')
  expect(Papa.parse(writeRoster(long).trim()).data).toHaveLength(4)
  expect(getSequence(p).shots.some((s) => s.row)).toBe(false)
})
