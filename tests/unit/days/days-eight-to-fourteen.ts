import { add, alum, mordanted, ON, type ToldDay } from './told'

export const DAYS_EIGHT_TO_FOURTEEN: ToldDay[] = [
  ...(['whole', 'ground'] as const).map((size): ToldDay => [
    `nuts ${size} on seven fibres`,
    {
      on: ON,
      way: 'simmer',
      lots: [{ source: 'quercus-robur/nut', state: 'dried', netG: 200, tookG: 70 }],
      pieces: (['wool', 'superwash', 'silk', 'alpaca', 'cotton', 'linen', 'hemp'] as const).map(
        (fibre) => ({ fibre, dryG: 10 }),
      ),
      form: { size, minutes: 60 },
    },
    [
      [
        '2026-08-20 simmer',
        '70 g dried ACO',
        '1 : 1 dry',
        `stuff ${size}`,
        'alpaca yarn, no mordant, 10 g',
        'cotton yarn, no mordant, 10 g',
        'hemp yarn, no mordant, 10 g',
        'linen yarn, no mordant, 10 g',
        'silk yarn, no mordant, 10 g',
        'superwash wool yarn, no mordant, 10 g',
        'wool yarn, no mordant, 10 g',
      ],
    ],
  ]),
  [
    'flowers dried in their bag, with and without alum',
    {
      on: ON,
      way: 'simmer',
      lots: [
        {
          source: 'tanacetum-vulgare/flowerHead',
          state: 'dried',
          grossG: 52.5,
          tareG: 11,
          tookG: 41.5,
        },
      ],
      pieces: [{ dryG: 20, treatments: alum() }, { dryG: 20 }],
      past: { rinse: 'now' },
    },
    [
      [
        '2026-08-20 simmer',
        '41.5 g dried TAN',
        '1.04 : 1 dry',
        'wool yarn, alum, 20 g',
        'wool yarn, no mordant, 20 g',
        'rinse now',
      ],
    ],
  ],
  [
    'pods on five mordants',
    {
      on: ON,
      way: 'simmer',
      lots: [{ source: 'vachellia-nilotica/pod', state: 'dried', netG: 100, tookG: 50 }],
      pieces: [
        { fibre: 'cotton', form: 'cloth', dryG: 10, treatments: alum(15) },
        {
          fibre: 'cotton',
          form: 'cloth',
          dryG: 10,
          treatments: [mordanted('aluminiumAcetate', 8)],
        },
        {
          fibre: 'cotton',
          form: 'cloth',
          dryG: 10,
          treatments: [mordanted('aluminiumTriformate', 10)],
        },
        { fibre: 'cotton', form: 'cloth', dryG: 10, treatments: [mordanted('ironSulfate', 2)] },
        { fibre: 'cotton', form: 'cloth', dryG: 10, treatments: [mordanted('tannin')] },
      ],
    },
    [
      [
        '2026-08-20 simmer',
        '50 g dried ACA',
        '1 : 1 dry',
        'cotton cloth, alum 15 %, 10 g',
        'cotton cloth, aluminium acetate 8 %, 10 g',
        'cotton cloth, aluminium triformate 10 %, 10 g',
        'cotton cloth, iron 2 %, 10 g',
        'cotton cloth, tannin, 10 g',
      ],
    ],
  ],
  [
    'a bought red, brought down with cream of tartar',
    {
      on: ON,
      way: 'boughtPowder',
      lots: [
        { source: 'rubia-tinctorum/root', state: 'dried', netG: 50, tookG: 5, chop: 'ground' },
      ],
      pieces: [{ dryG: 50, treatments: alum(10) }],
      form: { size: 'ground', finalPh: 4.2, additions: [add('citricAcid', null, 'before')] },
    },
    [
      [
        '2026-08-20 boughtPowder',
        '5 g dried MAD',
        '0.1 : 1 dry',
        'stuff ground',
        'wool yarn, alum 10 %, 50 g',
        'some citric acid',
        'pH 4.2',
      ],
    ],
  ],
  [
    'ten to one of fresh flowers',
    {
      on: ON,
      way: 'simmer',
      lots: [{ source: 'tagetes-patula/flowerHead', state: 'fresh', netG: 500, tookG: 500 }],
      pieces: [{ dryG: 50, treatments: alum(10) }],
      form: { lid: 'off' },
      past: { boiled: 'yes' },
    },
    [
      [
        '2026-08-20 simmer',
        '500 g fresh TAG',
        '1.8 : 1 dry',
        'wool yarn, alum 10 %, 50 g',
        'boiled',
      ],
    ],
  ],
  [
    'a purple lichen in two jars that stood in a boiling-water bath',
    {
      on: ON,
      way: 'ammoniaFerment',
      lots: [{ source: 'ochrolechia-parella/thallus', state: 'dried', netG: 40, tookG: 20 }],
      pieces: [
        { dryG: 5, mark: 'short' },
        { fibre: 'silk', dryG: 5, mark: 'long' },
      ],
      minutes: [10, 120],
      jars: [0.5, 0.5],
      form: { tempC: 88 },
      past: { boiled: 'no' },
    },
    [
      [
        '2026-08-20 ammoniaFerment',
        '10 g dried OCP',
        '2 : 1 dry',
        '88 °C',
        'wool yarn, short, no mordant, 5 g, 10 min',
        'did not boil',
      ],
      [
        '2026-08-20 ammoniaFerment',
        '10 g dried OCP',
        '2 : 1 dry',
        '88 °C',
        'silk yarn, long, no mordant, 5 g, 120 min',
        'did not boil',
      ],
    ],
  ],
  [
    'eight skeins at ten per cent',
    {
      on: ON,
      way: 'simmer',
      lots: [
        { source: 'solidago-canadensis/floweringTop', state: 'fresh', netG: 2000, tookG: null },
      ],
      pieces: Array.from({ length: 8 }, (_, i) => ({
        dryG: 100,
        mark: `${i + 1} knots`,
        treatments: alum(10),
      })),
      form: { waterL: 19, water: 'rain' },
    },
    [
      [
        '2026-08-20 simmer',
        'some fresh GOL',
        'ratio not known',
        '19 L rain',
        ...Array.from({ length: 8 }, (_, i) => `wool yarn, ${i + 1} knots, alum 10 %, 100 g`),
      ],
    ],
  ],
]
