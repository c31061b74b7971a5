import { notNegative } from '../checks'

/**
 * Grams of an agent for a percentage of the dry weight of fibre (% WOF).
 *
 * @param percentWof 0 or more
 * @param fibreG air-dry fibre, g, 0 or more
 * @example gramsOfAgent(10, 100) // 10
 */
export function gramsOfAgent(percentWof: number, fibreG: number): number {
  notNegative(percentWof, '/percentWof', '%')
  notNegative(fibreG, '/fibreG', 'g')
  return (percentWof * fibreG) / 100
}
