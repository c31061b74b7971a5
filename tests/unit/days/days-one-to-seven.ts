import { add, alum, mordanted, ON, type ToldDay } from './told'

export const DAYS_ONE_TO_SEVEN: ToldDay[] = [
  [
    'a poisonous cap fungus, its last piece saddened with iron and alkali',
    {
      on: ON,
      way: 'simmer',
      lots: [{ source: 'cortinarius-sanguineus/cap', state: 'dried', netG: 60, tookG: 40 }],
      pieces: [
        { dryG: 20, mark: '1 knot', treatments: alum(10) },
        { dryG: 20, mark: '2 knots', treatments: alum(10) },
      ],
      minutes: [30, 60],
      form: {
        additions: [add('ironSulfate', 0.4, 'after'), add('sodaAsh', null, 'after')],
        waterL: 3,
        note: 'gloves, outdoors',
      },
      past: { liquor: 'poured', spent: 'binned', rinse: 'later' },
    },
    [
      [
        '2026-08-20 simmer',
        '40 g dried BLO',
        '1 : 1 dry',
        '3 L water',
        'wool yarn, 1 knot, alum 10 %, 20 g, 30 min',
        // the first was out before it went in
        'wool yarn, 2 knots, alum 10 % and iron 2 %, 20 g, 60 min',
        '0.4 g iron',
        'some washing soda',
        'liquor poured',
        'stuff to binned',
        'rinse later',
        'gloves, outdoors',
      ],
    ],
  ],
  [
    'a lichen in ammonia, out of two lots',
    {
      on: ON,
      way: 'ammoniaFerment',
      lots: [
        { source: 'lasallia-pustulata/thallus', state: 'dried', netG: 30, tookG: 20 },
        { source: 'lasallia-pustulata/thallus', state: 'dried', netG: 30, tookG: 10 },
      ],
      pieces: [{ fibre: 'silk', form: 'yarn', dryG: 15 }],
      form: { tempC: 30, finalPh: 10 },
      past: { boiled: 'no', liquor: 'kept', liquorL: 1 },
    },
    [
      [
        '2026-08-20 ammoniaFerment',
        '20 g dried LAP',
        '10 g dried LAP',
        '2 : 1 dry',
        '30 °C',
        'silk yarn, no mordant, 15 g',
        'pH 10',
        'did not boil',
        'liquor kept 1 L',
      ],
    ],
  ],
  [
    'berries on two wools, soda in the end',
    {
      on: ON,
      way: 'berryMash',
      lots: [{ source: 'sambucus-nigra/berry', state: 'fresh', netG: 400, tookG: 300 }],
      pieces: [
        { dryG: 50, treatments: alum(12) },
        { fibre: 'superwash', dryG: 50, treatments: alum(12) },
      ],
      minutes: [40, 40],
      form: { additions: [add('bakingSoda', 4, 'after')], waterL: 2, water: 'tap' },
    },
    [
      [
        '2026-08-20 berryMash',
        '300 g fresh ELD',
        '0.54 : 1 dry',
        '2 L tap',
        'superwash wool yarn, alum 12 %, 50 g, 40 min',
        'wool yarn, alum 12 %, 50 g, 40 min',
        '4 g baking soda',
      ],
    ],
  ],
  [
    'a leaf rub, cold, two to one',
    {
      on: ON,
      way: 'leafRub',
      lots: [{ source: 'isatis-tinctoria/leaf', state: 'fresh', netG: 200, tookG: 200 }],
      pieces: [{ fibre: 'silk', form: 'cloth', dryG: 100 }],
      past: { outcomes: {} },
    },
    [['2026-08-20 leafRub', '200 g fresh WOA', '0.44 : 1 dry', 'silk cloth, no mordant, 100 g']],
  ],
  [
    'field cloth that nobody weighed, in two handfuls',
    {
      on: ON,
      way: 'simmer',
      lots: [
        {
          source: 'tanacetum-vulgare/flowerHead',
          state: 'fresh',
          count: 2,
          measure: 'handful',
          tookG: 24,
        },
      ],
      pieces: [{ fibre: 'cotton', form: 'cloth', dryG: 50, dryBasis: 'unknown' }],
      form: { note: 'pan over a fire' },
    },
    [
      [
        '2026-08-20 simmer',
        '~24 g fresh TAN',
        'ratio not known',
        'cotton cloth, no mordant, some',
        'pan over a fire',
      ],
    ],
  ],
  [
    'a herb of which pieces came out after 1, 5 and 30 minutes',
    {
      on: ON,
      way: 'simmer',
      lots: [{ source: 'reseda-luteola/wholeHerb', state: 'dried', netG: 100, tookG: 60 }],
      pieces: ['a', 'b', 'c'].map((mark) => ({ dryG: 20, mark, treatments: alum(15) })),
      minutes: [1, 5, 30],
      form: { tempC: 75 },
      past: {
        looks: [
          {
            afterMin: 1,
            pieceId: '',
            how: 'wet',
            hex: '#e0d36a',
            words: 'pale lemon',
            tempC: null,
            ph: null,
          },
        ],
      },
    },
    [
      [
        '2026-08-20 simmer',
        '60 g dried WEL',
        '1 : 1 dry',
        '75 °C',
        'wool yarn, a, alum 15 %, 20 g, 1 min',
        'wool yarn, b, alum 15 %, 20 g, 5 min',
        'wool yarn, c, alum 15 %, 20 g, 30 min',
        'saw pale lemon #e0d36a',
        // told by the heat that was read
        'did not boil',
      ],
    ],
  ],
  [
    'half a bracket, two mordants, each in a jar that nobody measured',
    {
      on: ON,
      way: 'simmer',
      lots: [
        {
          source: 'inonotus-hispidus/fruitBody',
          state: 'fresh',
          netG: 80,
          tookG: 40,
          basis: 'about',
        },
      ],
      pieces: [
        { dryG: 12, treatments: alum(10) },
        { dryG: 12, treatments: [mordanted('ironSulfate', 2)] },
      ],
      jars: [null, null],
    },
    [
      ['2026-08-20 simmer', '~20 g fresh SHB', 'ratio not known', 'wool yarn, alum 10 %, 12 g'],
      ['2026-08-20 simmer', '~20 g fresh SHB', 'ratio not known', 'wool yarn, iron 2 %, 12 g'],
    ],
  ],
]
