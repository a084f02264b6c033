import type { EncodedPacket, Source, VideoSample } from 'mediabunny'
import type { ColourEncoding } from '../colour'
import type { Picture } from '../frame'
import type { Rate } from '../time'
import type { KeptPictures } from './kept'

/** The bytes of a file, wherever they lie. */
export interface MediaFile {
  name: string
  size: number
  /** Bytes [from, to). */
  read(from: number, to: number): Promise<Uint8Array<ArrayBuffer>>
  /** The file for the demultiplexer. */
  source(): Source
}

/** What the browser and Node each do their own way: turning compressed pictures into stored samples. */
export interface Platform {
  /**
   * Decodes packets that follow each other from a key packet on; samples come in the order they are shown and are the taker's to close.
   * Resolves to false where a packet cannot be decoded.
   */
  decodeGroup(
    config: VideoDecoderConfig,
    packets: readonly EncodedPacket[],
    take: (sample: VideoSample) => void,
  ): Promise<boolean>
  /** Brings a decoder for what it cannot decode by itself, where one ships. */
  supply?(codec: string): Promise<void>
  /** The stored samples of a compressed still of a MIME type. @throws Error where it cannot be decoded */
  still(data: Uint8Array<ArrayBuffer>, type: string): Promise<Picture>
}

/** What a medium holds, opened. */
export interface OpenMedium {
  info: MediumInfo
  /** What is kept of its pictures, where it has many. */
  kept?: KeptPictures
  /** Frame n of the medium's own rate, as stored. @throws Error where there is none to show */
  picture(n: number): Promise<Picture>
  /** Frame n, or one before it that is had sooner because it needs no other; absent where all are had at once. */
  quick?(n: number): Promise<{ picture: Picture; frame: number }>
  /** Planar sound between two times in seconds from the first picture, at the medium's own rate; no channels where there is none. */
  sound(from: number, to: number): Promise<{ sampleRate: number; channels: Float32Array<ArrayBuffer>[] }>
  close(): Promise<void>
}

/** What a file turned out to hold. */
export interface MediumInfo {
  kind: 'video' | 'still' | 'sound'
  /** In square pixels, upright. */
  width: number
  height: number
  rate: Rate
  frames: number
  codec: string
  /** How its codes are to be read; null where there are no pictures. */
  colour: ColourEncoding | null
  /** It carries alpha. */
  alpha: boolean
  sound: { channels: number; sampleRate: number; codec: string } | null
  /** Seconds of sound, for media without pictures. */
  seconds: number
  /** Frames that are not there, of a numbered sequence; absent for everything else. */
  gaps?: number[]
  /** Things worth knowing that do not stop the import. */
  notice: string | null
}
