import { openStage } from '../e2e/browser'

/** Milliseconds in which Chromium's canvas, without a graphics card, fills a text; the median of many, each brought to its pixels. */
export async function canvasText(lines: readonly string[], size: number): Promise<number> {
  const stage = await openStage()
  try {
    await stage.page.goto(stage.address)
    return await stage.page.evaluate(
      async ([texts, px]) => {
        const face = new FontFace('Bench', 'url(/fonts/inter-600.ttf)')
        document.fonts.add(await face.load())
        const canvas = new OffscreenCanvas(1920, 1080)
        const context = canvas.getContext('2d', { willReadFrequently: true })
        if (!context) return NaN
        const times: number[] = []
        for (let i = 0; i < 40; i++) {
          const began = performance.now()
          context.clearRect(0, 0, 1920, 1080)
          // Another size each time, so that no kept glyph is drawn.
          context.font = `${px + i * 0.25}px Bench`
          texts.forEach((text, line) => context.fillText(text, 40, px * 1.2 * (line + 1)))
          context.getImageData(0, 0, 1920, 1080)
          times.push(performance.now() - began)
        }
        return times.sort((a, b) => a - b)[20] ?? NaN
      },
      [lines, size] as const,
    )
  } finally {
    await stage.close()
  }
}
