/** Whether the swatch reader is ready; `due`: why it reads nothing now. */
export interface ReaderState {
  name: string
  isSimulated: boolean
  due: string | null
}

/** What lies under the reader: a dyed swatch, or the bare fibre of a piece. */
export interface ReaderAsk {
  swatchId?: string
  pieceId?: string
}
