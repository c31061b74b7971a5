<script setup lang="ts">
import { deltaE2000 } from '~~/core/colour/screen-colour'
import { seenUnder } from '~~/core/colour/seen-under'
import type { Illuminant } from '~~/core/colour/weighting'
import { first } from '~~/core/present'
import { swatchName } from '~~/shared/words/swatch/swatch-name'
import { bestReading } from '~~/shared/rules/swatch/best-reading'
import type { BoothView } from '~~/shared/views/swatch/booth'
import { keptColour } from '~/features/swatch/given'
import { formatNumber } from '~/format/quantities'

/** Some swatches side by side under three lights, each held against the first. */
const { ids } = defineProps<{ ids: string[] }>()
defineEmits<{ leave: [id: string] }>()
const api = useApi()
const { data: hands } = useLoaded(
  () => Promise.all(ids.map((id) => api.get<BoothView>(`booth/${id}`))),
  () => ids.join(),
)

const LIGHTS: { id: Illuminant; name: string }[] = [
  { id: 'D65', name: 'daylight' },
  { id: 'A', name: 'lamp' },
  { id: 'F11', name: 'fluorescent' },
]
const held = computed(() =>
  (hands.value ?? []).flatMap(({ swatch, sources, piece, pot }) => {
    const best = bestReading(swatch.readings, { afterLight: true })
    if (!best) return []
    const colour = keptColour(best)
    const name = swatchName(sources, piece, pot.dyedOn)
    const seen = LIGHTS.map(({ id }) =>
      id === 'D65' || !colour.reflectance
        ? { hex: colour.hex, lab: colour.lab }
        : seenUnder(colour.reflectance, { illuminant: id, observer: 2 }),
    )
    return [{ id: swatch.id, code: swatch.code, name, basis: colour.basis, seen }]
  }),
)
/** CIEDE2000 from the first under a light. */
const apart = (at: number, light: number) =>
  at === 0 ? null : deltaE2000(first(held.value).seen[light]!.lab, held.value[at]!.seen[light]!.lab)
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
            <div class="patch" :style="{ background: each.seen[row]!.hex }" />
            <span v-if="apart(at, row) !== null">{{ formatNumber(apart(at, row), 2) }} ΔE</span>
            <span v-else class="quiet">against this</span>
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
