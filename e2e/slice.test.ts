import assert from 'node:assert/strict'
import { execFileSync } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { after, before, test } from 'node:test'
import { encodeI420 } from '@stilus/core/kernels'
import type { Target } from '@stilus/core/render'
import { NodeRenderer, openPackage, type OpenedPackage } from '../server/render'
import {
  addTreatment,
  drag,
  goToTimecode,
  numberShown,
  openFiles,
  pictureOf,
  saved,
  typeNumber,
  openOnDesk,
} from './acts'
import { openStage, type Stage } from './browser'
import { makeClip } from './clip'
import { decodeFrames, decodeSound, probe, psnr, timecodeOf } from './video'

const folder = mkdtempSync(join(tmpdir(), 'stilus-slice-'))
const clip = join(folder, 'numbered.mp4')
const [WIDTH, HEIGHT, FRAMES] = [640, 360, 72]
let stage: Stage
let opened: OpenedPackage

before(async () => {
  await makeClip({ path: clip, frames: FRAMES, width: WIDTH, height: HEIGHT, clickAt: 30 })
  stage = await openStage()
})
after(async () => {
  opened?.close()
  await stage?.close()
})

const desk = () => stage.page.getByRole('list', { name: 'States of the shot' }).getByRole('listitem')
const tile = (name: string) => desk().getByRole('button', { name: new RegExp(`^${name}[.,]`) })
const edits = () =>
  stage.page.getByRole('complementary', { name: 'History' }).getByRole('listitem').allTextContents()

test('imports a file, says what it is, and opens it on the desk', async () => {
  const { page } = stage
  await openFiles(stage, clip)
  await page.getByRole('button', { name: /^Shot numbered/ }).click()
  const panel = page.getByRole('region', { name: 'Selected shot' })
  await panel.getByText(`${WIDTH} × ${HEIGHT}, 24 fps, ${FRAMES} frames, 3.00 s`).waitFor()
  assert.match(await panel.innerText(), /avc1.*BT\.709 limited.*48 kHz 2 ch/s)
  await openOnDesk(page)
  await pictureOf(page, 0, 1)
  assert.equal(await numberShown(page, WIDTH), 0)
})

test('adds the three treatments, limits one by drawing, sets keys, undoes and redoes', async () => {
  const { page } = stage
  await addTreatment(page, 'Grade')
  await typeNumber(page, 'Exposure', '0.5')
  await typeNumber(page, 'Saturation', '*1.2')
  await addTreatment(page, 'Gaussian blur')
  await typeNumber(page, 'Radius across', '6+2')
  await addTreatment(page, 'Glow')
  await typeNumber(page, 'Threshold', '0.5')

  await tile('Gaussian blur').click()
  await page.keyboard.press('2')
  await page.getByRole('button', { name: 'Ellipse' }).click()
  const box = await page.getByTestId('drawing-surface').boundingBox()
  assert.ok(box)
  await drag(
    page,
    [box.x + box.width * 0.5, box.y + box.height * 0.4],
    [box.x + box.width * 0.8, box.y + box.height * 0.9],
  )
  await page.getByRole('button', { name: /^Name of the ellipse: Ellipse 1/ }).waitFor()

  await tile('Glow').click()
  await page.keyboard.press('1')
  await page.getByRole('button', { name: 'Set a key for intensity here' }).click()
  await goToTimecode(page, '01:00:02:00')
  await pictureOf(page, 48)
  await typeNumber(page, 'Intensity', '3')
  await page.getByRole('button', { name: 'Key of Intensity at frame 48' }).waitFor()
  assert.equal(await desk().count(), 5)

  await page.keyboard.press('Control+z')
  await page.getByRole('button', { name: 'Key of Intensity at frame 48' }).waitFor({ state: 'detached' })
  await page.keyboard.press('Control+Shift+z')
  await page.getByRole('button', { name: 'Key of Intensity at frame 48' }).waitFor()
  await page.getByRole('button', { name: 'History', exact: true }).click()
  assert.deepEqual((await edits()).slice(-3), ['Add ellipse', 'Set key for intensity', 'Change intensity'])
  await page.getByRole('button', { name: 'History', exact: true }).click()
})

test('a drag is one entry of the history, and a key can be dragged in time', async () => {
  const { page } = stage
  const key = page.getByRole('button', { name: 'Key of Intensity at frame 48' })
  const at = await key.boundingBox()
  assert.ok(at)
  await page.keyboard.press('Home')
  await drag(
    page,
    [at.x + at.width / 2, at.y + at.height / 2],
    [at.x + at.width / 2 - 80, at.y + at.height / 2],
  )
  await key.waitFor({ state: 'detached' })
  assert.equal(await page.getByRole('button', { name: 'Undo: Move key of intensity' }).count(), 1)
  await page.keyboard.press('Control+z')
  await key.waitFor()
})

test('compares, and shows what a step thinks', async () => {
  const { page } = stage
  await page.keyboard.press('Home')
  await pictureOf(page, 0, 1)
  const middle = () =>
    page.evaluate(() => {
      const canvas = document.querySelector('[data-testid="viewer"] canvas') as HTMLCanvasElement
      return Array.from(
        canvas.getContext('2d')?.getImageData(canvas.width / 2, canvas.height * 0.6, 1, 1).data ?? [],
      )
    })
  await page.waitForTimeout(600)
  const result = await middle()
  await page.keyboard.down('s')
  await page.waitForTimeout(600)
  const source = await middle()
  await page.keyboard.up('s')
  await page.waitForTimeout(600)
  assert.notDeepEqual(source, result)
  assert.deepEqual(await middle(), result)
  await page.getByRole('button', { name: 'What the viewer shows' }).click()
  await page.getByRole('menuitem', { name: 'Glow alone' }).click()
  await page.getByText('Glow alone of Glow').waitFor()
  await page.keyboard.press('4')
  await page.keyboard.press('c')
  await page.getByRole('slider', { name: /^Split between Source and Result/ }).waitFor()
  await page.keyboard.press('c')
})

test('plays and says how fast', async () => {
  const { page } = stage
  await page.keyboard.press('Home')
  await page.keyboard.press(' ')
  await page.getByText(/frames a second/).waitFor()
  await page.keyboard.press('k')
  const frame = await page.getByText(/^frame \d+ of 72$/).innerText()
  assert.notEqual(frame, 'frame 1 of 72')

  // Playing ends with its screen: the playhead of the next one stays where it is.
  await page.keyboard.press(' ')
  await page.getByText(/frames a second/).waitFor()
  const back = page.url()
  await page.keyboard.press('Control+ArrowUp')
  await page.getByRole('button', { name: /^Shot numbered/ }).waitFor()
  const rested = await page.getByText(/^frame \d+ of 72$/).innerText()
  await page.waitForTimeout(700)
  assert.equal(await page.getByText(/^frame \d+ of 72$/).innerText(), rested)
  await page.goto(back)
  await pictureOf(page, 0)
})

test('a reload and a killed page lose nothing', async () => {
  const { page, context } = stage
  await saved(page)
  await page.reload()
  await pictureOf(page, 0)
  assert.equal(await desk().count(), 5)
  assert.match(
    (await page.getByRole('button', { name: /^Undo: / }).getAttribute('aria-label')) ?? '',
    /^Undo: Change intensity/,
  )

  await page.keyboard.press('End')
  await tile('Grade').click()
  await typeNumber(page, 'Contrast', '1.15')
  await page.waitForTimeout(1000)
  const url = page.url()
  const cdp = await context.newCDPSession(page)
  // The call never answers: the page that would is gone.
  void cdp.send('Page.crash').catch(() => undefined)
  await new Promise((resolve) => setTimeout(resolve, 500))
  stage.page = await context.newPage()
  await stage.page.goto(url)
  await tile('Grade').click()
  assert.equal(await stage.page.getByRole('spinbutton', { name: 'Contrast' }).innerText(), '1.15\n×')
})

test('saves the project as a package that Node opens', async () => {
  const { page } = stage
  await page.getByRole('link', { name: 'Hand over' }).click()
  const downloading = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save project package' }).click()
  const zip = join(folder, 'project.zip')
  await (await downloading).saveAs(zip)
  opened = await openPackage(zip)
  assert.equal(opened.project.sequences[0]?.shots[0]?.steps.length, 3)
})

for (const { container, codec, decoder } of [
  { container: 'MP4', codec: /^(h264|av1)$/, decoder: [] },
  { container: 'WebM', codec: /^vp9$/, decoder: [] },
]) {
  test(`hands over ${container}: every frame is the frame that core renders`, async () => {
    const { page } = stage
    await page.getByRole('radio', { name: container }).click()
    await page.getByRole('radio', { name: 'Master' }).click()
    await page.getByRole('button', { name: 'Render', exact: true }).click()
    const card = page
      .getByRole('listitem')
      .filter({ hasText: container === 'MP4' ? '.mp4' : '.webm' })
      .last()
    await card.getByRole('link', { name: 'Save file' }).waitFor({ timeout: 120_000 })
    const downloading = page.waitForEvent('download')
    await card.getByRole('link', { name: 'Save file' }).click()
    const file = join(folder, `out.${container.toLowerCase()}`)
    await (await downloading).saveAs(file)

    assert.match(probe(file, 'codec_name'), codec)
    assert.deepEqual([probe(file, 'color_space'), probe(file, 'color_range')], ['bt709', 'tv'])
    assert.equal(timecodeOf(file), '01:00:00:00')
    await compareWithCore(decodeFrames(file, WIDTH, HEIGHT, decoder))
    // The click of frame 30 starts at 1.25 s: within a quarter of a frame of it.
    const heard = decodeSound(file)
    const click = heard.findIndex((v) => Math.abs(v) > 0.2)
    assert.ok(Math.abs(click / 48000 - 1.25) < 0.01, `the click is heard at ${(click / 48000).toFixed(4)} s`)
  })
}

test('hands over PNGs, exact to the code', async () => {
  const { page } = stage
  await page.getByRole('radio', { name: 'PNG' }).click()
  await page.getByRole('radio', { name: '8 bit' }).click()
  await page.getByRole('button', { name: 'Render', exact: true }).click()
  const card = page.getByRole('listitem').filter({ hasText: '.png.zip' }).last()
  await card.getByRole('link', { name: 'Save file' }).waitFor({ timeout: 120_000 })
  const downloading = page.waitForEvent('download')
  await card.getByRole('link', { name: 'Save file' }).click()
  const file = join(folder, 'out.zip')
  await (await downloading).saveAs(file)
  const { unzipSync } = await import('fflate')
  const { decode } = await import('fast-png')
  const { readFileSync } = await import('node:fs')
  const { encodeRgba8 } = await import('@stilus/core/kernels')
  const entries = Object.entries(unzipSync(readFileSync(file))).sort(([a], [b]) => a.localeCompare(b))
  assert.equal(entries.length, FRAMES)
  const renderer = new NodeRenderer(opened.project, opened.files)
  for (const n of [0, 31, 71]) {
    const frame = await renderer.frame(SEQUENCE, n)
    const png = decode(entries[n]?.[1] as Uint8Array)
    assert.deepEqual(
      Buffer.from(png.data as Uint8Array),
      Buffer.from(encodeRgba8(renderer.kernels, frame, 'straight')),
    )
    renderer.kernels.free(frame)
  }
  renderer.close()
})

test('writes an edit that refers to what was delivered', async () => {
  const { page } = stage
  const downloading = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save the edit (OTIO)' }).click()
  const file = join(folder, 'out.otio')
  await (await downloading).saveAs(file)
  assert.match(String(execFileSync('cat', [file])), /numbered\.webm/)
  assert.deepEqual(
    stage.errors.filter((e) => !/404/.test(e)),
    [],
  )
})

const SEQUENCE: Target = { kind: 'sequence' }

/** 40 dB: a mean error of 2.55 codes, far below what a wrong, missing or doubled frame gives here (under 25 dB). */
async function compareWithCore(frames: Uint8Array[]): Promise<void> {
  assert.equal(frames.length, FRAMES)
  const renderer = new NodeRenderer(opened.project, opened.files)
  let least = Infinity
  let before: Uint8Array | undefined
  for (const [n, got] of frames.entries()) {
    const frame = await renderer.frame(SEQUENCE, n)
    const wanted = encodeI420(renderer.kernels, frame)
    renderer.kernels.free(frame)
    const match = psnr(got, wanted)
    least = Math.min(least, match)
    if (before) assert.ok(match > psnr(got, before) + 5, `frame ${n} looks like the one before it`)
    before = wanted
  }
  renderer.close()
  assert.ok(least > 40, `the worst frame has ${least.toFixed(1)} dB`)
  console.log(`    worst frame ${least.toFixed(1)} dB`)
}
