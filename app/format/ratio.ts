import { formatRatio } from '~/format/quantities'

/** `0.4 : 1 dry`, `~0.4 : 1 dry` where plant or fibre was not weighed, `ratio not known`. */
export const dryRatioText = ({
  ratioDry,
  ratioErrorSd,
}: {
  ratioDry: number | null
  ratioErrorSd?: number | null
}): string =>
  ratioDry === null ? 'ratio not known' : `${ratioErrorSd ? '~' : ''}${formatRatio(ratioDry)} dry`
