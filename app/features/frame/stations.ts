import type { StationCounts } from '~~/shared/views/log/today'

export interface Station {
  path: string
  name: string
  key: string
  /** Its other rooms. */
  rooms?: readonly string[]
  /** What waits there, in words: the number on the thread and what it counts. */
  waiting: (counts: StationCounts) => { n: number; what: string }
}

const none = () => ({ n: 0, what: '' })

/** The stations in working order, as they hang on the thread. */
export const STATIONS: readonly Station[] = [
  {
    path: '/walk',
    name: 'Walk',
    key: '1',
    rooms: ['/patches', '/source'],
    waiting: ({ ready }) => ({ n: ready, what: 'ready' }),
  },
  {
    path: '/loft',
    name: 'Loft',
    key: '2',
    rooms: ['/jars', '/count', '/tags', '/aside'],
    waiting: ({ wilting, jars }) => ({ n: wilting + jars, what: 'waiting' }),
  },
  {
    path: '/basket',
    name: 'Basket',
    key: '3',
    rooms: ['/baths', '/shelf'],
    waiting: ({ unmordanted }) => ({ n: unmordanted, what: 'bare' }),
  },
  {
    path: '/pot',
    name: 'Pot',
    key: '4',
    rooms: ['/hob', '/ways', '/kit', '/sheet'],
    waiting: none,
  },
  {
    path: '/swatch',
    name: 'Swatch',
    key: '5',
    rooms: ['/wall', '/match', '/shades', '/fastness', '/lasts', '/card'],
    waiting: ({ unread }) => ({ n: unread, what: 'to read' }),
  },
  {
    path: '/strength',
    name: 'Strength',
    key: '6',
    rooms: ['/atlas', '/typical', '/potency', '/difference', '/trial', '/sample'],
    waiting: none,
  },
  { path: '/year', name: 'Year', key: '7', rooms: ['/back'], waiting: none },
]
