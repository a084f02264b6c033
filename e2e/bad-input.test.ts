import assert from 'node:assert/strict'
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { after, before, test } from 'node:test'
import { writeOtio } from '@stilus/core/formats'
import { zipSync } from 'fflate'
import { addTreatment, notices, numberShown, openFiles, pictureOf, saved, openOnDesk } from './acts'
import { openStage, type Stage } from './browser'
import { makeClip } from './clip'

const folder = mkdtempSync(join(tmpdir(), 'stilus-bad-'))
const file = (name: string, content: string | Uint8Array) => {
  const path = join(folder, name)
  writeFileSync(path, content)
  return path
}
const good = join(folder, 'good.mp4')
let stage: Stage
let home: string

before(async () => {
  await makeClip({ path: good, frames: 48 })
  stage = await openStage()
  await openFiles(stage, good)
  await stage.page.getByText('frame 1 of 48').waitFor()
  await stage.page.getByRole('button', { name: 'Media', exact: true }).click()
  home = stage.page.url()
})
after(() => stage?.close())

const shots = () => stage.page.getByRole('button', { name: /^Shot / }).count()
const alert = (text: RegExp) => notices(stage.page).filter({ hasText: text }).waitFor()

/** Imports into the open project and expects a message; the shot that was there stays. */
async function refuses(path: string, message: RegExp): Promise<void> {
  await stage.page.getByTestId('import-input').setInputFiles(path)
  await alert(message)
  assert.equal(await shots(), 1)
  await notices(stage.page).getByRole('button', { name: 'Close' }).first().click()
}

test('a text file named .mp4', () =>
  refuses(
    file('notes.mp4', 'These are my notes.\n'.repeat(50)),
    /"notes\.mp4" is not a video, sound or picture file .* It takes MP4/,
  ))

test('a file of 0 bytes', () =>
  refuses(file('nothing.mov', ''), /"nothing\.mov" is empty \(0 bytes\)\. Copy it again/))

test('a video that was cut short, with its index lost or kept', async () => {
  const whole = readFileSync(good)
  await refuses(
    file('cut.mp4', whole.subarray(0, Math.floor(whole.length * 0.6))),
    /"cut\.mp4" .*(damaged|ends early|cut short).* Copy it again/,
  )
  const fast = join(folder, 'fast.mp4')
  execFileSync('ffmpeg', ['-y', '-v', 'error', '-i', good, '-c', 'copy', '-movflags', '+faststart', fast])
  const indexed = readFileSync(fast)
  await refuses(
    file('cut2.mp4', indexed.subarray(0, Math.floor(indexed.length * 0.6))),
    /"cut2\.mp4" .*ends early.* Copy it again/,
  )
})

test('a codec that the browser does not have', async () => {
  const path = join(folder, 'old.mkv')
  execFileSync('ffmpeg', ['-y', '-v', 'error', '-i', good, '-c:v', 'ffv1', path])
  await refuses(path, /"old\.mkv" holds .* which cannot be decoded here\. Convert it to H\.264, VP9 or AV1/)
})

test('a damaged still', () =>
  refuses(
    file('torn.png', readFileSync(good).subarray(0, 900)),
    /"torn\.png" is not a picture that can be read/,
  ))

test('a file with sound only goes to the sound lane and says so', async () => {
  const path = join(folder, 'tune.m4a')
  execFileSync('ffmpeg', ['-y', '-v', 'error', '-f', 'lavfi', '-i', 'sine=d=2', '-c:a', 'aac', path])
  await stage.page.getByTestId('import-input').setInputFiles(path)
  await notices(stage.page).filter({ hasText: '"tune.m4a" has sound but no picture' }).waitFor()
  assert.equal(await shots(), 1)
})

test('frames that cannot be decoded are named once and the picture before stands in; those after them are there', async () => {
  const other = await openStage()
  try {
    const path = join(folder, 'scratched.mp4')
    await makeClip({ path, frames: 120 })
    const bytes = readFileSync(path)
    const packets = String(
      execFileSync('ffprobe', [
        '-v',
        'error',
        '-select_streams',
        'v:0',
        '-show_entries',
        'packet=pos,size,flags',
        '-of',
        'csv=p=0',
        path,
      ]),
    )
    const list = packets
      .trim()
      .split('\n')
      .map((line) => line.split(','))
    // The second group of pictures, from frame 30 to 59, is overwritten; index and sizes stay as they were.
    for (const [size, pos] of list.slice(30, 60)) bytes.fill(0xff, Number(pos), Number(pos) + Number(size))
    writeFileSync(path, bytes)
    await openFiles(other, path)
    const { page } = other
    await page.getByText('frame 1 of 120').waitFor()
    await pictureOf(page, 0)
    for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowRight')
    await notices(page)
      .filter({
        hasText:
          /^Frames 30-59 of "scratched\.mp4" are damaged .* Copy the file again .* or cut around them\.$/,
      })
      .waitFor()
    await pictureOf(page, 40)
    assert.equal(await numberShown(page, 320), 29)
    for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+ArrowRight')
    await pictureOf(page, 90)
    assert.equal(await numberShown(page, 320), 90)
  } finally {
    await other.close()
  }
})

test('an edit with missing media is laid out, says what is missing, and finds it by name', async () => {
  const clip = (name: string, media: string, start: number) => ({
    name,
    media,
    start,
    length: 20,
    in: 5,
    available: 48,
  })
  const clips = [clip('Here', 'good.mp4', 0), clip('Gone', 'later.mp4', 20)]
  const otio = writeOtio({
    name: 'Edit',
    rate: { num: 24, den: 1 },
    startTimecode: 0,
    lanes: [{ name: 'V1', kind: 'video', clips }],
  })
  await stage.page.getByTestId('import-input').setInputFiles(file('edit.otio', otio))
  await stage.page.getByRole('button', { name: 'Lay it out anew' }).click()
  await alert(/media are missing: later\.mp4\. Drop the files here/)
  assert.equal(await shots(), 2)
  const later = join(folder, 'later.mp4')
  await makeClip({ path: later, frames: 48 })
  await stage.page.getByTestId('import-input').setInputFiles(later)
  await stage.page.getByText('Missing: drop the file anywhere').waitFor({ state: 'detached' })
  assert.equal(await shots(), 2)
})

test('an edit that is none', () =>
  refusesEdit(file('poem.otio', 'roses are red'), /not an OpenTimelineIO file: it is not JSON/))

async function refusesEdit(path: string, message: RegExp): Promise<void> {
  await stage.page.getByTestId('import-input').setInputFiles(path)
  await alert(message)
  assert.equal(await shots(), 2)
}

test('a project package of a newer version, and one that is none', async () => {
  await saved(stage.page)
  const { page } = stage
  await page.goto(stage.address)
  const newer = zipSync({ 'project.json': Buffer.from('{"format":"stilus-project","version":99}') })
  await page.getByTestId('open-input').setInputFiles(file('newer.zip', newer))
  await alert(/saved by a newer Stilus .* Update Stilus and open it again/)
  await page.getByTestId('open-input').setInputFiles(file('none.zip', 'PK is not enough'))
  await alert(/This package is damaged|There is no project\.json|not a zip file/)
  assert.equal(await page.getByRole('list', { name: 'Projects' }).getByText('2 shots').count(), 1)
})

test('no room left: the message says what to do, the work stays, and it is saved when there is room', async () => {
  const small = await openStage()
  try {
    const { page } = small
    await page.goto(small.address)
    const cdp = await small.context.newCDPSession(page)
    await cdp.send('Storage.overrideQuotaForOrigin', { origin: small.address, quotaSize: 4_000_000 })
    await page.getByTestId('open-input').setInputFiles(good)
    await page.getByRole('button', { name: /^Shot good/ }).click()
    await openOnDesk(page)
    await pictureOf(page, 0)
    await saved(page)
    await page.evaluate(fillStorage)
    await addTreatment(page, 'Glow')
    const full = /no room left to save\. Nothing is lost while this page stays open: save a project package/
    await notices(page).filter({ hasText: full }).waitFor()
    await page.getByText('Not saved').waitFor()
    await page.evaluate(() => new Promise((done) => (indexedDB.deleteDatabase('filler').onsuccess = done)))
    await page.waitForTimeout(1000)
    await addTreatment(page, 'Grade')
    await saved(page)
    await page.reload()
    await pictureOf(page, 0)
    assert.equal(
      await page.getByRole('list', { name: 'States of the shot' }).getByRole('listitem').count(),
      4,
    )
  } finally {
    await small.close()
  }
})

/** Runs in the page: writes until nothing fits any more, in smaller and smaller pieces. */
async function fillStorage(): Promise<void> {
  const open = indexedDB.open('filler', 1)
  open.onupgradeneeded = () => open.result.createObjectStore('junk', { autoIncrement: true })
  const db = await new Promise<IDBDatabase>((done) => (open.onsuccess = () => done(open.result)))
  for (const size of [500_000, 50_000, 5_000, 500, 100]) {
    for (let fits = true; fits;) {
      fits = await new Promise<boolean>((done) => {
        const transaction = db.transaction('junk', 'readwrite')
        transaction.objectStore('junk').put(
          crypto
            .getRandomValues(new Uint8Array(Math.min(size, 65536)))
            .toString()
            .slice(0, size),
        )
        transaction.oncomplete = () => done(true)
        transaction.onabort = () => done(false)
      })
    }
  }
  db.close()
}

test('the same project in another tab is told so, and takes over when the first closes', async () => {
  const { page, context } = stage
  await page.goto(home)
  await page.getByRole('button', { name: /^Shot Here/ }).click()
  await openOnDesk(page)
  await pictureOf(page, 0)
  const other = await context.newPage()
  await other.goto(page.url())
  await other.getByText('Open in another tab').waitFor()
  await other.keyboard.press('Control+k')
  await other.getByPlaceholder('Find a command or a treatment').fill('Add Grade')
  await other.keyboard.press('Enter')
  await notices(other).filter({ hasText: 'open in another tab' }).waitFor()
  await page.close()
  await other.getByText('Open in another tab', { exact: true }).waitFor({ state: 'detached' })
})
