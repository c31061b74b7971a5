<script setup lang="ts">
import { deltaE2000 } from '~~/core/colour/screen-colour'
import { swatchName } from '~~/shared/words/swatch/swatch-name'
import { readingInState, type ReadingState } from '~~/shared/rules/swatch/reading-state'
import type { BoothView } from '~~/shared/views/swatch/booth'
import { keptColour } from '~/features/swatch/given'
import { LIGHTS, underLight } from '~/features/swatch/lights'
import { formatNumber } from '~/format/quantities'

/** Some swatches side by side under three lights, each held against the first. */
const { ids, state } = defineProps<{
  ids: string[]
  /** As they hang: dry, wet or after light. */
  state: ReadingState
}>()
defineEmits<{ leave: [id: string] }>()
const api = useApi()
const { data: hands } = useLoaded(
  () => Promise.all(ids.map((id) => api.get<BoothView>(`booth/${id}`))),
  () => ids.join(),
)

const held = computed(() =>
  (hands.value ?? []).flatMap(({ swatch, sources, piece, pot }) => {
    const best = readingInState(swatch.readings, state)
    if (!best) return []
    const colour = keptColour(best)
    const name = swatchName(sources, piece, pot.dyedOn)
    const seen = LIGHTS.map(({ id }) => underLight(colour, id))
    return [{ id: swatch.id, code: swatch.code, name, basis: colour.basis, seen }]
  }),
)
/** CIEDE2000 from the first under a light. */
function apart(at: number, light: number): number | null {
  const [one, other] = [held.value[0]?.seen[light], held.value[at]?.seen[light]]
  return at > 0 && one && other ? deltaE2000(one.lab, other.lab) : null
}
const isAnyEstimated = computed(() => held.value.some(({ basis }) => basis === 'estimated'))
</script>

<template>
  <section v-if="held.length > 1" class="panel strip" aria-label="Side by side under three lights">
    <table>
      <thead>
        <tr>
          <th><span class="sr-only">light</span></th>
          <th v-for="each in held" :key="each.id" scope="col">
            <NuxtLink :to="`/swatch?swatch=${each.id}`">{{ each.name }}</NuxtLink>
            <span class="quiet">{{ each.code }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(light, row) in LIGHTS" :key="light.id">
          <th scope="row">{{ light.name }}</th>
          <td v-for="(each, at) in held" :key="each.id">
            <div class="patch" :style="{ background: each.seen[row]?.hex ?? 'transparent' }" />
            <span v-if="!each.seen[row]" class="quiet">not known</span>
            <span v-else-if="at === 0" class="quiet">against this</span>
            <span v-else-if="apart(at, row) !== null"
              >{{ formatNumber(apart(at, row), 2) }} ΔE</span
            >
          </td>
        </tr>
        <tr>
          <td></td>
          <td v-for="each in held" :key="each.id">
            <ElButton size="small" @click="$emit('leave', each.id)"
              >Lay back<span class="sr-only"> {{ each.code }}</span></ElButton
            >
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="isAnyEstimated" class="estimate">
      ~ Under other lights only a measured spectrum is sure; of a colour alone it is estimated.
    </p>
  </section>
</template>

<style scoped>
.strip {
  overflow-x: auto;
  margin-top: 16px;
}

table {
  border-collapse: separate;
  border-spacing: 6px 4px;
}

th {
  max-width: 150px;
  padding: 2px 6px 2px 0;
  font-weight: 400;
  font-size: 14px;
  text-align: left;
  vertical-align: bottom;
}

th span {
  display: block;
}

td {
  min-width: 104px;
  font-size: 14px;
}

.patch {
  height: 54px;
  border-radius: 3px;
}
</style>
