import { AGENT_KEYS, type Agent } from '../../../catalogue/agents'
import { FIBRE_KEYS, type Fibre } from '../../../catalogue/fibres'
import { parseNumber } from '../../../core/quantity/parse-number'
import type { NewPiece, Piece } from '../../../shared/schemas/basket/piece'
import {
  TREATMENT_KINDS,
  type NewTreatment,
  type Treatment,
  type TreatmentKind,
} from '../../../shared/schemas/basket/treatment'
import { BATH_HEAT_KEYS, type BathHeat } from '../../../core/mordant/bath-steps'
import { present } from '../../../core/present'

/** Columns of a file of pieces; those without which a row means nothing stand first. */
export const NEEDED_PIECE_COLUMNS = ['fibre', 'form', 'dryG'] as const
export const PIECE_COLUMNS = [
  'code',
  ...NEEDED_PIECE_COLUMNS,
  'blend',
  'name',
  'mark',
  'base',
  'set',
  'treatments',
  'bareHex',
  'widthCm',
  'lengthCm',
  'metresPer100G',
  'soldAsG',
  'dryBasis',
  'mordantKnown',
  'note',
] as const

type Cells = Readonly<Record<string, string>>

/** Stands for the day where nobody knows it. */
const UNDATED = 'undated'

/** `wash 2026-08-01; mordant alum 10 % 2026-08-02 cold dried` */
export const treatmentsText = (treatments: readonly Treatment[]): string =>
  treatments
    .map(({ kind, agent, percentWof, doneOn, heat, finish }) =>
      [kind, agent, percentWof === null ? null : `${percentWof} %`, doneOn || UNDATED, heat, finish]
        .filter(Boolean)
        .join(' '),
    )
    .join('; ')

const TREATMENT = new RegExp(
  `^(${TREATMENT_KINDS.join('|')})(?: (${AGENT_KEYS.join('|')}))?(?: ([\\d.,]+) ?%)? (\\d{4}-\\d{2}-\\d{2}|${UNDATED})(?: (${BATH_HEAT_KEYS.join('|')}))?(?: (dried|heldWet))?$`,
)

/** @throws Error naming the part that cannot be read */
export function readTreatments(text: string): NewTreatment[] {
  return text
    .split(';')
    .map((part) => part.trim().replace(/\s+/g, ' '))
    .filter(Boolean)
    .map((part) => {
      const found = TREATMENT.exec(part)
      if (!found) {
        throw new Error(
          `treatments must read such as "wash 2026-08-01; mordant alum 10 % 2026-08-02"; got "${part}"`,
        )
      }
      const [, kind, agent, percent, doneOn, heat, finish] = found
      return {
        kind: kind as TreatmentKind,
        doneOn: doneOn === UNDATED ? '' : present(doneOn),
        ...(agent && { agent: agent as Agent }),
        ...(percent && { percentWof: parseNumber(percent) ?? undefined }),
        ...(heat && { heat: heat as BathHeat }),
        ...(finish && { finish: finish as 'dried' }),
      }
    })
}

/** `silk 30 %; mohair 10 %`: what is in it beside the fibre it is named for. */
const blendText = (blend: Piece['blend']) =>
  blend.map(({ fibre, percent }) => `${fibre} ${percent} %`).join('; ')

function readBlend(text: string): Piece['blend'] {
  return text
    .split(';')
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => {
      const [, fibre, percent] = /^(\w+) ([\d.,]+) ?%$/.exec(part) ?? []
      if (!fibre || !FIBRE_KEYS.includes(fibre as Fibre)) {
        throw new Error(`blend must read such as "silk 30 %"; got "${part}"`)
      }
      return { fibre: fibre as Fibre, percent: present(parseNumber(present(percent))) }
    })
}

export const toCells = (piece: Piece, set: string) => ({
  code: piece.code,
  fibre: piece.fibre,
  form: piece.form,
  dryG: piece.dryG,
  blend: blendText(piece.blend),
  name: piece.name,
  mark: piece.mark,
  base: piece.base,
  set,
  treatments: treatmentsText(piece.treatments),
  bareHex: piece.bare?.hex ?? '',
  widthCm: piece.widthCm,
  lengthCm: piece.lengthCm,
  metresPer100G: piece.metresPer100G,
  soldAsG: piece.soldAsG,
  dryBasis: piece.dryBasis,
  mordantKnown: piece.mordantKnown ? 'yes' : 'no',
  note: piece.note,
})

/** A number in a cell; `null` where it is empty. */
function numberIn(cells: Cells, column: string): number | null {
  const text = cells[column]?.trim() ?? ''
  if (text === '') return null
  const value = parseNumber(text)
  if (value === null) throw new Error(`${column} must be a number; got "${text}"`)
  return value
}

/** @throws Error for another word */
function yesOrNo(text: string): boolean {
  const word = text.trim().toLowerCase()
  if (word === 'yes' || word === 'no') return word === 'yes'
  throw new Error(`mordantKnown must be yes or no; got "${text}"`)
}

/** A row as a piece that is still to be checked by its schema. @throws Error for an unreadable cell */
export const fromCells = (
  cells: Cells,
): Omit<NewPiece, 'id' | 'setId'> & { code: string; set: string } => ({
  code: cells.code ?? '',
  set: cells.set ?? '',
  fibre: cells.fibre as Fibre,
  form: cells.form as NewPiece['form'],
  dryG: numberIn(cells, 'dryG') ?? (undefined as unknown as number),
  ...(cells.dryBasis && { dryBasis: cells.dryBasis as NewPiece['dryBasis'] }),
  ...(cells.mordantKnown && { mordantKnown: yesOrNo(cells.mordantKnown) }),
  blend: readBlend(cells.blend ?? ''),
  name: cells.name ?? '',
  mark: cells.mark ?? '',
  ...(cells.base && { base: cells.base as NewPiece['base'] }),
  treatments: readTreatments(cells.treatments ?? ''),
  ...(cells.bareHex && { bare: { hex: cells.bareHex, wet: false, washed: null } }),
  widthCm: numberIn(cells, 'widthCm'),
  lengthCm: numberIn(cells, 'lengthCm'),
  metresPer100G: numberIn(cells, 'metresPer100G'),
  soldAsG: numberIn(cells, 'soldAsG'),
  note: cells.note ?? '',
})
