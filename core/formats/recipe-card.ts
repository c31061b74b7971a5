import {
  formatMass,
  formatNumber,
  formatRatio,
  formatTemperature,
  formatVolume,
} from '../quantity/format-quantity'
import { inUnits } from '../quantity/in-units'
import { METRIC_UNITS, type UnitChoice } from '../quantity/unit-choice'
import { formatDuration } from '../quantity/format-duration'

/** What a pot's recipe card tells: everything but where anything grew. */
export interface RecipeCard {
  code: string
  title: string
  dyedOn: string
  way: string
  plants: {
    name: string
    scientificName: string
    part: string
    state: string
    massG: number
    dryG: number
  }[]
  fibreG: number
  ratioAsWeighed: number | null
  ratioDry: number | null
  waterL: number | null
  tempC: number | null
  minutes: number | null
  finalPh: number | null
  bathNumber: number
  /** null: nobody weighed it. */
  additions: { agent: string; massG: number | null }[]
  steps: string[]
  pieces: {
    code: string
    fibre: string
    dryG: number
    mordant: string
    minutes: number | null
    hex: string | null
    /** `measured`, `estimated`; null: not read. */
    basis: string | null
    handle: string[]
  }[]
  departures: string[]
  cautions: string[]
  note: string
}

const PLAIN = /[\\`*_{}[\]<>#|]/g
/** Words that are no markup, whatever was typed. */
const plain = (text: string) => text.replace(/\s+/g, ' ').replace(PLAIN, (sign) => `\\${sign}`)

/**
 * A recipe card as Markdown (CommonMark, with a table as GitHub writes it).
 *
 * @param units in which its reader weighs, pours and reads heat
 */
export function recipeMarkdown(card: RecipeCard, units: UnitChoice = METRIC_UNITS): string {
  const mass = (massG: number) => formatMass(massG, units.mass)
  const volume = (volumeL: number) => formatVolume(volumeL, 3, units.volume)
  const own = (text: string) => plain(inUnits(text, units))
  const noted = (value: number | null, words: (value: number) => string) =>
    value === null ? 'not noted' : words(value)
  const line = (label: string, value: string) => `- **${label}:** ${value}`
  const rows = card.pieces.map(
    ({ code, fibre, dryG, mordant, minutes, hex, basis, handle }) =>
      `| ${[
        code,
        plain(fibre),
        mass(dryG),
        mordant,
        minutes === null ? 'as the pot' : formatDuration(minutes),
        hex ? `${hex} (${basis})` : 'not read',
        handle.join(', '),
      ].join(' | ')} |`,
  )
  return [
    `# ${plain(card.title)}`,
    '',
    `${card.code}, ${card.dyedOn}, ${plain(card.way)}${card.bathNumber > 1 ? `, bath ${card.bathNumber} of one liquor` : ''}`,
    '',
    ...card.plants.map(
      ({ name, scientificName, part, state, massG, dryG }) =>
        `- ${mass(massG)} ${plain(name)} ${part} (*${plain(scientificName)}*), ${state} = ${mass(dryG)} dry`,
    ),
    line('Fibre', `${mass(card.fibreG)} dry`),
    line(
      'Ratio',
      card.ratioDry === null
        ? 'not known'
        : `${formatRatio(card.ratioAsWeighed)} as weighed, ${formatRatio(card.ratioDry)} dry`,
    ),
    line('Water', noted(card.waterL, volume)),
    line(
      'Hottest with the pieces in',
      noted(card.tempC, (tempC) => formatTemperature(tempC, units.temperature)),
    ),
    line('Time in', noted(card.minutes, formatDuration)),
    line('Final pH', noted(card.finalPh, formatNumber)),
    ...card.additions.map(({ agent, massG }) =>
      line('Added', `${massG === null ? 'some' : mass(massG)} ${agent}`),
    ),
    '',
    '## Steps',
    '',
    ...card.steps.map((step, i) => `${i + 1}. ${own(step)}`),
    '',
    '## Pieces',
    '',
    '| tag | fibre | dry | mordant | time in | colour | feel |',
    '| --- | --- | --- | --- | --- | --- | --- |',
    ...rows,
    ...section(
      'Otherwise than planned',
      card.departures.map((text) => inUnits(text, units)),
    ),
    ...section(
      'Mind',
      card.cautions.map((text) => inUnits(text, units)),
    ),
    ...(card.note ? ['', '## Note', '', plain(card.note)] : []),
    '',
  ].join('\n')
}

const section = (title: string, lines: readonly string[]) =>
  lines.length === 0 ? [] : ['', `## ${title}`, '', ...lines.map((text) => `- ${plain(text)}`)]
