/** Ways a source gives its colour, by the name a dyer would call them. */
export const WAYS = {
  simmer: 'simmer',
  berryMash: 'berry mash',
  cookDown: 'cook down',
  twiceExtracted: 'twice extracted',
  hotStartColdStand: 'hot start, cold stand',
  coldSteep: 'cold steep',
  huskMash: 'husk mash',
  ammoniaFerment: 'ammonia ferment',
  leafRub: 'leaf rub',
  reducedVat: 'reduced vat',
  paintOn: 'paint on',
} as const
export type Way = keyof typeof WAYS
export const WAY_KEYS = Object.keys(WAYS) as Way[]

/** Ways without heat: the only ones for skins and gut. */
export const COLD_WAYS: readonly Way[] = ['coldSteep', 'leafRub', 'paintOn']
