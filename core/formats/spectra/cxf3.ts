import { XMLParser, XMLValidator } from 'fast-xml-parser'
import { FileProblem } from '../table'
import { finished, numberIn, type FileSpectrum, type SpectrumFile } from './file-spectrum'

/** Step where the measurement's own description gives none, nm. */
const USUAL_STEP_NM = 10

type Element = Record<string, unknown>

const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  removeNSPrefix: true,
  parseTagValue: false,
  parseAttributeValue: false,
  captureMetaData: true,
  isArray: (name) => ['Object', 'ReflectanceSpectrum', 'ColorSpecification'].includes(name),
})
const META = XMLParser.getMetaDataSymbol() as unknown as string

/**
 * Reflectance spectra of a CxF3 file: those of its objects' colour values, with first wavelength
 * and step from the measurement they name.
 *
 * @throws FileProblem naming the line that is wrong, and why
 * Source: ISO 17972-1 (CxF/X), element names from memory. Entities of a document type are refused.
 */
export function cxfSpectra(text: string): SpectrumFile {
  if (/<!DOCTYPE|<!ENTITY/i.test(text)) {
    throw new FileProblem(
      lineOf(text, text.search(/<!DOCTYPE|<!ENTITY/i)),
      'a document type is not read.',
    )
  }
  const sound = XMLValidator.validate(text)
  if (sound !== true) throw new FileProblem(sound.err.line, `${sound.err.msg}`)
  const root = (parser.parse(text) as Element).CxF as Element | undefined
  if (!root) throw new FileProblem(1, 'the root element CxF is missing.')
  const resources = child(root, 'Resources')
  const steps = stepsOf(text, resources)
  const objects = list(child(child(resources, 'ObjectCollection'), 'Object'))
  const spectra = objects.flatMap((object) =>
    list(child(child(object, 'ColorValues'), 'ReflectanceSpectrum')).map((spectrum) =>
      spectrumOf(text, object, spectrum, steps),
    ),
  )
  if (spectra.length === 0) {
    throw new FileProblem(1, 'there is no ReflectanceSpectrum in any Object.')
  }
  return finished('CxF3', spectra)
}

interface Step {
  startNm: number | null
  stepNm: number
}

/** First wavelength and step of each colour specification, by its id. */
function stepsOf(text: string, resources: Element | undefined): Map<string, Step> {
  const all = list(child(child(resources, 'ColorSpecificationCollection'), 'ColorSpecification'))
  return new Map(
    all.flatMap((specification): [string, Step][] => {
      const range = child(child(specification, 'MeasurementSpec'), 'WavelengthRange')
      const id = attribute(specification, 'Id')
      if (!range || id === null) return []
      const line = lineAt(text, range)
      const number = (name: string) => {
        const value = attribute(range, name)
        return value === null ? null : numberIn(value, line, name)
      }
      return [[id, { startNm: number('StartWL'), stepNm: number('Increment') ?? USUAL_STEP_NM }]]
    }),
  )
}

function spectrumOf(
  text: string,
  object: Element,
  spectrum: Element | string,
  steps: ReadonlyMap<string, Step>,
): FileSpectrum {
  const element = typeof spectrum === 'string' ? {} : spectrum
  const line = lineAt(text, typeof spectrum === 'string' ? object : spectrum)
  const step = steps.get(attribute(element, 'ColorSpecification') ?? '')
  const start = attribute(element, 'StartWL')
  const startNm = start === null ? (step?.startNm ?? null) : numberIn(start, line, 'StartWL')
  if (startNm === null) throw new FileProblem(line, 'StartWL, the first wavelength, is missing.')
  const words = (typeof spectrum === 'string' ? spectrum : String(element['#text'] ?? ''))
    .trim()
    .split(/\s+/)
    .filter(Boolean)
  const values = words.map((word) => numberIn(word, line, 'a value of ReflectanceSpectrum'))
  const stepNm = step?.stepNm ?? USUAL_STEP_NM
  return {
    name: attribute(object, 'Name') ?? attribute(object, 'Id') ?? 'spectrum',
    line,
    wavelengthsNm: values.map((_, i) => startNm + i * stepNm),
    values,
  }
}

const child = (element: unknown, name: string): Element | undefined =>
  element && typeof element === 'object'
    ? ((element as Element)[name] as Element | undefined)
    : undefined

const list = (value: unknown): Element[] =>
  value === undefined ? [] : ((Array.isArray(value) ? value : [value]) as Element[])

function attribute(element: Element, name: string): string | null {
  const value = element[`@${name}`]
  return typeof value === 'string' && value !== '' ? value : null
}

const lineAt = (text: string, element: Element): number =>
  lineOf(text, (element[META] as { startIndex?: number } | undefined)?.startIndex ?? 0)

const lineOf = (text: string, index: number): number =>
  text.slice(0, Math.max(0, index)).split(/\r\n|\r|\n/).length
