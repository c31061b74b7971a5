import type { PutRight } from '../../schemas/pot/pot-event'

/** What is done to a pot that goes wrong on its way, and what is said of it afterwards. */
export const PUT_RIGHT_WORDS: Record<PutRight, { label: string; words: string }> = {
  pullAndMordant: {
    label: 'Pull and mordant',
    words: 'Pulled, to be mordanted for an hour and put back.',
  },
  topUp: { label: 'Top up', words: 'Topped up with hot water.' },
  thinMash: { label: 'Thin the mash', words: 'Thinned with boiling water.' },
  secondExtract: { label: 'Second extract', words: 'A second extract added.' },
  stop: { label: 'Stop', words: 'Stopped: it was deep enough.' },
}
