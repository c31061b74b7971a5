import { describe, expect, test } from '@jest/globals'
import { catalogueId, newId } from '../../../shared/ids'
import { newMarkerSchema, type Marker } from '../../../shared/schemas/year/marker'
import type { Source } from '../../../shared/schemas/walk/source'
import type { BoothView } from '../../../shared/views/swatch/booth'
import { blankMark, blankWindow, draftOfMark, markBody } from '../../../app/features/year/marks'
import { planOfSwatch } from '../../../app/features/year/plan-draft'

const source = { id: catalogueId('tanacetum-vulgare/flower'), commonName: 'tansy' } as Source
const other = { id: catalogueId('rubia-cordifolia/root'), commonName: 'madder' } as Source

describe('a mark as it is typed', () => {
  test('leaves out lines that nothing was typed in, and sorts its years', () => {
    const draft = {
      ...blankMark(),
      words: 'the elder flowers',
      seenOn: ['2026-06-02', '', '2024-05-28'],
      windows: [{ source, fromDays: 40, toDays: 60 }, blankWindow()],
    }
    expect(newMarkerSchema.validate(markBody(draft)).error).toBeUndefined()
    expect(markBody(draft)).toEqual({
      id: draft.id,
      words: 'the elder flowers',
      seenOn: ['2024-05-28', '2026-06-02'],
      windows: [{ sourceId: source.id, fromDays: 40, toDays: 60 }],
    })
  })

  test('asks for the source of a season whose days are typed', () => {
    const draft = {
      ...blankMark(),
      words: 'x',
      windows: [{ source: null, fromDays: 1, toDays: 2 }],
    }
    expect(newMarkerSchema.validate(markBody(draft)).error!.message).toContain('sourceId')
  })

  test('opens as it was kept, and goes back the same', () => {
    const kept = {
      id: newId(),
      rev: 3,
      words: 'the elder flowers',
      seenOn: ['2024-05-28', '2026-06-02'],
      windows: [
        { sourceId: source.id, fromDays: -5, toDays: 60 },
        { sourceId: other.id, fromDays: 0, toDays: 0 },
      ],
    } as Marker
    const draft = draftOfMark(kept, new Map([source, other].map((each) => [each.id, each])))
    const { rev, ...told } = kept
    expect(draft.rev).toBe(rev)
    expect(markBody(draft)).toEqual(told)
  })
})

describe('a swatch made again', () => {
  const view = (pot: object, piece: object = {}, sources = [source]) =>
    planOfSwatch({
      swatch: { id: newId(), code: 'TAN-26-01' },
      pot: { bathNumber: 1, ratioDry: 1.5, dyedOn: '2026-08-02', ...pot },
      piece: { fibre: 'silk', form: 'yarn', mordantKnown: true, treatments: [], ...piece },
      sources,
    } as unknown as BoothView)

  test('keeps its ratio, fibre and the mordant it had before its pot', () => {
    const treatment = (doneOn: string, percentWof: number) => ({
      kind: 'mordant',
      agent: 'alum',
      doneOn,
      percentWof,
    })
    const plan = view({}, { treatments: [treatment('2026-07-30', 15), treatment('2026-09-01', 3)] })
    expect(plan).toMatchObject({ fibre: 'silk', mordant: 'alum', mordantPercent: 15 })
    expect(plan.parts[0]!.again).toMatchObject({ code: 'TAN-26-01', ratioDry: 1.5 })
  })

  test('promises no ratio of a mixture or of a later bath', () => {
    expect(view({ bathNumber: 2 }).parts[0]!.again!.ratioDry).toBeNull()
    expect(view({}, {}, [source, other]).parts[0]!.again!.ratioDry).toBeNull()
  })

  test('has no mordant where it is known to have had none', () => {
    expect(view({})).toMatchObject({ mordant: '', mordantPercent: null })
    expect(view({}, { mordantKnown: false })).toMatchObject({ mordant: 'alum' })
  })
})
