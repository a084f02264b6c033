import {
  drawHistogram,
  drawParade,
  drawTones,
  drawVectorscope,
  drawWaveform,
  type ScopeKind,
  type Shown,
} from '@stilus/core/scopes'
import { Moved, serve } from '../rpc'

const handlers = {
  draw({ shown, kind, width, height }: { shown: Shown; kind: ScopeKind; width: number; height: number }) {
    const drawn =
      kind === 'vectorscope'
        ? drawVectorscope(shown, Math.min(width, height))
        : kind === 'lightness' || kind === 'chroma' || kind === 'hue'
          ? drawTones(shown, width, height, kind)
          : { waveform: drawWaveform, parade: drawParade, histogram: drawHistogram }[kind](
              shown,
              width,
              height,
            )
    return new Moved(drawn, [drawn.data.buffer])
  },
}

serve(handlers)
export type ScopeHandlers = typeof handlers
