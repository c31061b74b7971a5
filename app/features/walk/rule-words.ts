import type { AllowanceRule } from '~~/core/harvest/allowance'
import { formatMass } from '~/format/quantities'

/** A rule of care in a few words. */
export function ruleWords(rule: AllowanceRule): string {
  switch (rule.kind) {
    case 'share':
      return rule.share >= 1 ? 'as much as you like' : `${shareWords(rule.share)} of what is there`
    case 'gramsPerSeason':
      return `${formatMass(rule.massG)} a year`
    case 'fallenOnly':
      return 'fallen or pruned only'
    case 'halfOfEach':
      return 'half of each fruit body'
    case 'none':
      return 'take none'
  }
}

const shareWords = (share: number) => {
  const part = Math.round(1 / share)
  return Math.abs(1 / part - share) < 0.005 ? `one in ${part}` : `${Math.round(share * 100)} %`
}
