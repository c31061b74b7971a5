import { COLD } from './cold'
import type { WayFacts } from './facts'
import { HEATED } from './heated'
import { keysOf } from '../../core/json'

export type { WayFacts } from './facts'

/** Ways a source gives its colour, by the name a dyer would call them. */
export const WAYS = { ...HEATED, ...COLD } as const
export type Way = keyof typeof WAYS
export const WAY_KEYS = keysOf(WAYS)

/** The facts of a way, seen alike for all of them. */
export const wayFacts = (way: Way): WayFacts => WAYS[way]

/** Ways without a bath: nothing is poured. */
const BATHLESS_WAYS: readonly Way[] = ['leafRub', 'paintOn']
export const isBathless = (way: Way): boolean => BATHLESS_WAYS.includes(way)

/** Ways in which pieces meet no heat: the only ones for skins and gut. */
export const COLD_WAYS: readonly Way[] = WAY_KEYS.filter((way) => wayFacts(way).dyeC === null)
