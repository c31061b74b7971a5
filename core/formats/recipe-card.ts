import { formatMass, formatNumber, formatRatio, formatVolume } from '../quantity/format-quantity'
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
const unread = (value: number | null, unit: string) =>
  value === null ? 'not noted' : `${formatNumber(value)}${unit}`

/** A recipe card as Markdown (CommonMark, with a table as GitHub writes it). */
export function recipeMarkdown(card: RecipeCard): string {
  const line = (label: string, value: string) => `- **${label}:** ${value}`
  const rows = card.pieces.map(
    ({ code, fibre, dryG, mordant, minutes, hex, basis, handle }) =>
      `| ${[
        code,
        plain(fibre),
        formatMass(dryG),
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
        `- ${formatMass(massG)} ${plain(name)} ${part} (*${plain(scientificName)}*), ${state} = ${formatMass(dryG)} dry`,
    ),
    line('Fibre', `${formatMass(card.fibreG)} dry`),
    line(
      'Ratio',
      card.ratioDry === null
        ? 'not known'
        : `${formatRatio(card.ratioAsWeighed)} as weighed, ${formatRatio(card.ratioDry)} dry`,
    ),
    line('Water', card.waterL === null ? 'not noted' : formatVolume(card.waterL)),
    line('Hottest with the pieces in', unread(card.tempC, ' °C')),
    line('Time in', card.minutes === null ? 'not noted' : formatDuration(card.minutes)),
    line('Final pH', unread(card.finalPh, '')),
    ...card.additions.map(({ agent, massG }) =>
      line('Added', `${massG === null ? 'some' : formatMass(massG)} ${agent}`),
    ),
    '',
    '## Steps',
    '',
    ...card.steps.map((step, i) => `${i + 1}. ${plain(step)}`),
    '',
    '## Pieces',
    '',
    '| tag | fibre | dry | mordant | time in | colour | feel |',
    '| --- | --- | --- | --- | --- | --- | --- |',
    ...rows,
    ...section('Otherwise than planned', card.departures),
    ...section('Mind', card.cautions),
    ...(card.note ? ['', '## Note', '', plain(card.note)] : []),
    '',
  ].join('\n')
}

const section = (title: string, lines: readonly string[]) =>
  lines.length === 0 ? [] : ['', `## ${title}`, '', ...lines.map((text) => `- ${plain(text)}`)]
