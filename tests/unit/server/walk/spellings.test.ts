import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { randomLcg } from 'd3-random'
import { openTestLog, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeAll(async () => void (here = await openTestLog()))
afterAll(() => here.database.close())

/** As people write plants: wrong, in the plural, by an old name, in another tongue. From memory. */
const WRITTEN: readonly (readonly [typed: string, meant: string])[] = [
  ['oak moss', 'oakmoss'],
  ['greenshield lichens', 'common greenshield'],
  ['green shield lichen', 'common greenshield'],
  ['Parmelia caperata', 'common greenshield'],
  ['pycnoporellus', 'orange sponge polypore'],
  ['ball mosses', 'ball moss'],
  ['spanish moss', 'Spanish moss'],
  ['tillandsia', 'Spanish moss'],
  ['sugar gum pods', 'sugar gum'],
  ['huizache pods', 'huizache'],
  ['acacia farnesiana', 'huizache'],
  ['taragon', 'tarragon'],
  ['estragon', 'tarragon'],
  ['milo husks', 'portia tree'],
  ['portia tree', 'portia tree'],
  ['western jack o lantern', "western jack-o'-lantern"],
  ['birch inner bark', 'silver birch'],
  ['cochineal', 'cochineal'],
  ['Cochenille', 'cochineal'],
  ['lac', 'lac'],
  ['indigo cake', 'true indigo'],
  ['madder root', 'madder'],
  ['chamisa', 'rabbitbrush'],
  ['pecan hulls', 'pecan'],
  ['cempasuchil', 'African marigold'],
  ['coffee grounds', 'coffee'],
  ['black hollyhocks', 'hollyhock'],
  ['tansies', 'tansy'],
  ['dyers chamomile', "dyer's chamomile"],
  ['golden rod', 'Canada goldenrod'],
  ['marigolds', 'French marigold'],
  ['pot marigolds', 'pot marigold'],
  ['calendula', 'pot marigold'],
  ['walnut hulls', 'walnut'],
  ['black walnut hulls', 'black walnut'],
  ['onion skins', 'onion'],
  ['avocado stones', 'avocado'],
  ['avocado pits', 'avocado'],
  ['madder roots', 'madder'],
  ['alder cones', 'alder'],
  ['birch leaves', 'silver birch'],
  ['acorns', 'oak'],
  ['oak galls', 'oak'],
  ['stags horn sumac', "stag's-horn sumac"],
  ['staghorn sumac', "stag's-horn sumac"],
  ['st johns wort', "St John's wort"],
  ['saint johns wort', "St John's wort"],
  ['st. john’s-wort', "St John's wort"],
  ['ladys bedstraw', "lady's bedstraw"],
  ['lady bedstraw', "lady's bedstraw"],
  ['queen annes lace', 'wild carrot'],
  ['docks', 'broad-leaved dock'],
  ['dock roots', 'broad-leaved dock'],
  ['dyers mazegill', "dyer's mazegill"],
  ['phaeolus', "dyer's mazegill"],
  ['velvet top fungus', "dyer's mazegill"],
  ['hapalopilus', 'purple-dye polypore'],
  ['cortinarius sanguineus', 'bloodred webcap'],
  ['rock tripes', 'rock tripe'],
  ['umbilicaria', 'rock tripe'],
  ['parmelia', 'crottle'],
  ['letharia vulpina', 'wolf lichen'],
  ['iceland moss', 'Iceland moss'],
  ['elder berries', 'elder'],
  ['elderberry', 'elder'],
  ['blackberry', 'bramble'],
  ['blackberries', 'bramble'],
  ['sloes', 'blackthorn'],
  ['nettles', 'nettle'],
  ['stinging nettle', 'nettle'],
  ['weed woad', 'woad'],
  ['japanese indigo', "dyer's knotweed"],
  ['knotweed', 'Japanese knotweed'],
  ['horse tail', 'field horsetail'],
  ['horsetails', 'field horsetail'],
  ['coreopsis', "dyer's coreopsis"],
  ['eucalyptus', 'silver dollar gum'],
  ['pomegranate rinds', 'pomegranate'],
  ['pomegranate peel', 'pomegranate'],
  ['osage', 'osage orange'],
  ['bois d’arc', 'osage orange'],
  ['pokeberry', 'pokeweed'],
  ['pokeberries', 'pokeweed'],
  ['blueberry', 'bilberry'],
  ['buckthorn berries', 'purging buckthorn'],
  ['spruce cones', 'Norway spruce'],
  ['pine cones', 'Scots pine'],
  ['hemlock bark', 'eastern hemlock tree'],
  ['larch bark', 'larch'],
  ['willow bark', 'goat willow'],
  ['usnea', 'beard lichen'],
  ['old mans beard', 'beard lichen'],
  ['cudbear', "crab's-eye lichen"],
  ['tanzy', 'tansy'],
  ['medowsweet', 'meadowsweet'],
  ['yarow', 'yarrow'],
  ['heathers', 'heather'],
  ['ling', 'heather'],
  ['brackens', 'bracken'],
  ['bracken fern', 'bracken'],
  ['fern', 'bracken'],
  ['dandylion', 'dandelion'],
  ['marygold', 'pot marigold'],
  ['dahlias', 'dahlia'],
  ['sunflower seeds', 'sunflower'],
  ['safflor', 'safflower'],
  ['rhubarb roots', 'rhubarb'],
  ['mahonia', 'Oregon grape'],
  ['berberis', 'barberry'],
  ['bedstraws', 'hedge bedstraw'],
  ['woodruff', 'sweet woodruff'],
  ['alkanet', "dyer's alkanet"],
  ['rainfarn', 'tansy'],
  ['tanaisie', 'tansy'],
  ['krapp', 'madder'],
  ['garance', 'madder'],
  ['wau', 'weld'],
  ['gaude', 'weld'],
  ['birke', 'silver birch'],
  ['zwiebel', 'onion'],
  ['nuez', 'walnut'],
  ['walnuss', 'walnut'],
  ['noyer', 'walnut'],
  ['goldrute', 'Canada goldenrod'],
  ['brennnessel', 'nettle'],
  ['ortie', 'nettle'],
  ['schafgarbe', 'yarrow'],
  ['holunder', 'elder'],
  ['sureau', 'elder'],
  ['efeu', 'ivy'],
  ['lierre', 'ivy'],
]

/** So many more, each a name of the catalogue with a slip of the hand. */
const SLIPS = 200

const SLIP = [
  (name: string) => `${name}s`,
  (name: string, at: number) => name.slice(0, at) + name.slice(at + 1),
  (name: string, at: number) => name.slice(0, at) + name[at]! + name.slice(at),
  (name: string) => name.toUpperCase(),
  (name: string) => name.split(' ').reverse().join(' '),
  (name: string) => name.replace(/[- '’]/g, ' '),
  (name: string) => name.replace(/[- '’]/g, ''),
] as const

describe('names as they are written', () => {
  test('of three hundred spellings 97 in 100 find their plant among the first three', async () => {
    const uniform = randomLcg(0.53)
    const all = (await here.log.names.find('', 1000)).map(({ source }) => source.commonName)
    const names = [...new Set(all)].filter((name) => name.length > 5)
    const slips = Array.from({ length: SLIPS }, (): [string, string] => {
      const name = names[Math.floor(uniform() * names.length)]!
      const slip = SLIP[Math.floor(uniform() * SLIP.length)]!
      // the first letters are seldom wrong
      return [slip(name, 3 + Math.floor(uniform() * (name.length - 4))), name]
    })
    const missed: string[] = []
    const spellings = [...WRITTEN, ...slips]
    for (const [typed, meant] of spellings) {
      const hits = await here.log.names.find(typed, 3)
      if (!hits.some(({ source }) => source.commonName === meant)) missed.push(`${typed}: ${meant}`)
    }
    expect(spellings.length).toBeGreaterThanOrEqual(300)
    const isEnough = missed.length / spellings.length < 0.03
    expect(isEnough ? [] : missed).toEqual([])
  })

  test('a name in another tongue says so', async () => {
    const [hit] = await here.log.names.find('Rainfarn', 1)
    expect(hit).toMatchObject({ via: 'Rainfarn', source: { commonName: 'tansy' } })
  })

  test('what no plant is called finds none', async () => {
    expect(await here.log.names.find('qwxyz', 3)).toEqual([])
  })
})
