import {
  dye,
  enter,
  extract,
  heat,
  inLine,
  lift,
  prepare,
  strain,
  wetOut,
  type WayFacts,
} from './facts'

const plain = { strained: true, rinse: 'now', brings: [] } as const
const DAY = 24 * 60
const AMMONIA =
  'Ammonia: outdoors or in a strong draught, eyes covered. Never with bleach: the fumes of the two together can kill.'

/** Ways in which pieces meet no heat, and those that want a jar, a vat or a brush. */
export const COLD = {
  coldSteep: {
    ...plain,
    label: 'cold steep',
    words: 'Bark a week and more in cool water; pieces in the strained liquor, cold.',
    ...{ dyeC: null, dyeMin: DAY },
    caution: 'Mould: do not breathe it, discard the steep and note it.',
    steps: inLine(
      prepare('Break up, and cover with cool water'),
      {
        ...{ id: 'steep', kind: 'steep', words: 'Steep in the cool', minutes: 7 * DAY },
        ...{
          mostMinutes: 21 * DAY,
          tempC: null,
          look: 'Dark enough? Mould?',
          lookEveryMin: 2 * DAY,
        },
      },
      strain(),
      wetOut('Wet the pieces, cool'),
      enter('strain', 'Enter the pieces, cold'),
      dye(null, DAY, { words: 'Lie cold, turn morning and evening', lookEveryMin: 12 * 60 }),
      lift,
    ),
  },
  hotExtractCold: {
    ...plain,
    label: 'hot extract for cold use',
    words: 'Simmered for hours without the pieces, cooled; skins enter cooled liquor only.',
    ...{ dyeC: null, dyeMin: DAY },
    caution: 'Test the liquor with a thermometer before skins go in: below 30 °C.',
    steps: inLine(
      prepare('Break up, and cover with water'),
      heat(85),
      extract(85, 180, { lookEveryMin: 60 }),
      {
        ...{ id: 'coolDown', kind: 'cool', words: 'Cool below 30 °C, without the pieces' },
        ...{ minutes: 8 * 60, mostMinutes: 3 * DAY, tempC: 25 },
      },
      strain(),
      wetOut('Wet the pieces, cool'),
      enter('strain', 'Enter the pieces: the liquor is below 30 °C'),
      dye(null, DAY, { words: 'Lie cold, turn morning and evening', lookEveryMin: 12 * 60 }),
      lift,
    ),
  },
  ammoniaFerment: {
    ...plain,
    label: 'ammonia-ferment liquor',
    words: 'Strained liquor of a lichen jar, thinned; warmed gently, cooled, and again until deep.',
    ...{ dyeC: 60, dyeMin: 60, rinse: 'later', brings: ['ammonia', 'alkali'] },
    caution: AMMONIA,
    steps: inLine(
      { ...prepare('Open the jar slowly, strain, and thin with water'), daylight: true },
      wetOut(),
      enter('prepare'),
      { ...heat(60), words: 'Warm gently to 60 °C, outdoors', daylight: true },
      dye(60, 60, { daylight: true }),
      {
        ...{ id: 'rest', kind: 'cool', words: 'Heat off, rest in the bath', minutes: 8 * 60 },
        ...{ mostMinutes: 2 * DAY, tempC: null },
        again: { from: 'heat', words: 'Deep enough? Or warm and rest once more?', most: 6 },
      },
      lift,
    ),
  },
  leafRub: {
    ...plain,
    label: 'leaf rub',
    words: 'Fresh blue leaves within the hour, rubbed with salt; worked in, then aired until blue.',
    ...{ dyeC: null, dyeMin: 15, strained: false },
    caution: 'Leaf blue fades within hours: pick no more than you rub at once. Gloves.',
    steps: inLine(
      wetOut('Damp the washed pieces'),
      { ...prepare('Tear the leaves, within the hour of picking', 10), after: [], mostMinutes: 60 },
      {
        ...{ id: 'rub', kind: 'mash', words: 'Rub with salt until it runs green', minutes: 10 },
        ...{ mostMinutes: 30, tempC: null, attended: true },
        after: [{ id: 'prepare', maxLagMin: 30 }],
      },
      enter('rub', 'Work the damp pieces in, gently'),
      dye(null, 15, { words: 'Keep working', mostMinutes: 30, attended: true, lookEveryMin: 5 }),
      {
        ...{ id: 'air', kind: 'air', words: 'Air until it turns blue', minutes: 30 },
        ...{ mostMinutes: null, tempC: null, look: 'Has it turned?', lookEveryMin: 15 },
        again: { from: 'rub', words: 'Deep enough? Or rub once more?', most: 4 },
      },
      { ...lift, words: 'Rinse' },
    ),
  },
  reducedVat: {
    ...plain,
    label: 'reduced vat',
    words: 'Blue powder wetted out, warm alkaline water, a reducing agent, no air; dips, and air.',
    ...{ dyeC: 50, dyeMin: 5, strained: false, brings: ['alkali'] },
    caution:
      'Alkali: goggles, powder into water, never the other way round. Spirit for wetting the powder stays away from flame.',
    steps: inLine(
      prepare('Wet the powder out, away from any flame', 15),
      { ...heat(50), words: 'Warm the alkaline water to 50 °C' },
      {
        ...{ id: 'reduce', kind: 'reduce', words: 'Stir the reducing agent in, close, wait' },
        ...{ minutes: 60, mostMinutes: 4 * 60, tempC: 50, lookEveryMin: 20 },
        look: 'Yellow-green under a coppery skin?',
      },
      wetOut(),
      enter('reduce', 'Slide the pieces in, without air'),
      dye(50, 5, { words: 'Dip: 1 min light, 5 middle, 30 dark', lookEveryMin: 5, attended: true }),
      {
        ...{ id: 'air', kind: 'air', words: 'Lift, and air until it is blue', minutes: 15 },
        ...{ mostMinutes: null, tempC: null, attended: true },
        again: { from: 'dye', words: 'Deep enough? Or dip once more?', most: 12 },
      },
      { ...lift, words: 'Rinse' },
    ),
  },
  paintOn: {
    ...plain,
    label: 'paint on',
    words: 'Strong liquor brushed on leather or wood: one, two, three coats.',
    ...{ dyeC: null, dyeMin: 10, strained: true, rinse: 'none' },
    caution: 'Gloves. Leather is wetted first, and oiled afterwards.',
    steps: inLine(
      prepare('Strain the liquor, cooled', 10),
      wetOut('Wet the piece, so that it takes evenly'),
      { ...enter('prepare', 'Lay the piece out'), minutes: 2 },
      {
        ...{ id: 'coat', kind: 'coat', words: 'Brush a coat on', minutes: 10, mostMinutes: 30 },
        ...{ tempC: null, attended: true },
      },
      {
        ...{ id: 'dry', kind: 'air', words: 'Let it dry', minutes: 4 * 60, mostMinutes: null },
        tempC: null,
        again: { from: 'coat', words: 'Deep enough? Or one more coat?', most: 5 },
      },
      { ...lift, words: 'Done' },
    ),
  },
} as const satisfies Record<string, WayFacts>
