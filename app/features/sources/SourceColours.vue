<script setup lang="ts">
import { formatCount } from '~~/core/quantity/format-count'
import { mordantKeyWords } from '~~/shared/words/swatch/mordant-key-words'
import type { Source } from '~~/shared/schemas/walk/source'
import type { StrengthView } from '~~/shared/views/strength/strength'
import { PARTS } from '~~/catalogue/parts'
import { hueColours } from '~~/core/colour/hue-swatch'
import { formatRatio } from '~/format/quantities'
import { coloursGiven, HUE_MARK_WORDS } from './colours-given'

/** The colours it gave, by mordant and ratio; before any, the colours it is said to give, in haze. */
const { source } = defineProps<{ source: Source }>()

const api = useApi()
const { data: view, failure } = useLoaded(
  () => api.get<StrengthView>(`strength/${source.id}`),
  () => source.id,
)
const rows = computed(() => (view.value ? coloursGiven(view.value) : []))
const count = computed(() => rows.value.reduce((sum, { points }) => sum + points.length, 0))
const said = computed(() =>
  Object.entries(source.hues).map(([mark, words]) => ({
    mark,
    with: HUE_MARK_WORDS[mark as keyof typeof HUE_MARK_WORDS],
    words,
    colours: hueColours(words),
  })),
)
const painted = (colours: string[]) =>
  colours.length > 1
    ? `linear-gradient(90deg, ${colours.join(', ')})`
    : (colours[0] ?? 'var(--haze-pale)')
const label = (ratio: number | null) => (ratio === null ? 'not known' : formatRatio(ratio))
</script>

<template>
  <section class="panel stack tight" aria-labelledby="colours">
    <h2 id="colours">
      {{ count ? 'The colours it gave' : 'The colours it is said to give' }}
      <span class="quiet">{{
        count
          ? `${formatCount(count, 'swatch', 'swatches')}, by dry ratio`
          : 'typical, none of yours yet'
      }}</span>
    </h2>
    <p v-if="failure" class="wrong" role="alert">{{ failure }}</p>
    <div v-for="row in rows" :key="row.key" class="given">
      <p>
        <strong>{{ mordantKeyWords(row.mordant) }}</strong>
        <span class="quiet">{{ row.fibreClass }}</span>
      </p>
      <ul>
        <li v-for="point in row.points" :key="point.swatchId">
          <NuxtLink
            :to="`/swatch?swatch=${point.swatchId}`"
            :aria-label="`${point.code}, ${label(point.ratioDry)} dry`"
          >
            <span class="tile" :style="{ background: point.hex }" />
            <span class="ratio">{{ label(point.ratioDry) }}</span>
          </NuxtLink>
        </li>
      </ul>
    </div>
    <template v-if="view && !count">
      <p v-for="each in said" :key="each.mark" class="said">
        <span class="strip" :style="{ background: painted(each.colours) }" />
        <span
          >{{ each.words }} <span class="quiet">{{ each.with }}</span></span
        >
      </p>
      <p v-if="!said.length" class="quiet">Nobody has written down yet what it gives.</p>
      <p>
        <NuxtLink
          :to="`/card?note=${encodeURIComponent(`${source.commonName} ${PARTS[source.part].label}`)}`"
          >Write down a swatch of it</NuxtLink
        >, and its own colours stand here.
      </p>
    </template>
  </section>
</template>

<style scoped>
.given {
  display: grid;
  grid-template-columns: 130px 1fr;
  gap: 12px;
  padding-top: 8px;
  border-top: 1px solid var(--line);
}

.given .quiet {
  display: block;
}

.given ul {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.given a {
  display: grid;
  width: 64px;
  color: inherit;
  text-align: center;
  text-decoration: none;
}

.tile {
  height: 44px;
  border-radius: 3px;
}

.ratio {
  font-size: 12px;
}

.said {
  display: grid;
  grid-template-columns: 130px 1fr;
  gap: 12px;
  align-items: center;
}

.strip {
  height: 32px;
  border-radius: 3px;
  opacity: 0.55;
  filter: blur(1.5px);
}

.said .quiet {
  display: block;
}

@media (max-width: 600px) {
  .given {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
