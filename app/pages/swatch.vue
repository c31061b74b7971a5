<script setup lang="ts">
import { deltaE2000 } from '~~/core/colour/screen-colour'
import { formatNumber, formatRatio } from '~~/core/quantity/format-quantity'
import { shortDate } from '~/features/today/dates'
import { labText } from '~/features/swatch/lab-text'
import { useReadingForm } from '~/features/swatch/useReadingForm'
import { swatchWords, useSwatches } from '~/features/swatch/useSwatches'

const route = useRoute()
const text = (value: unknown) => (typeof value === 'string' ? value : undefined)
const { waiting, read, hand, failure } = useSwatches(() => ({
  swatch: text(route.query.swatch),
  pot: text(route.query.pot),
}))
const form = reactive(useReadingForm(() => hand.value))

const onCurve = computed(() =>
  hand.value?.sources.length === 1 ? `/strength?source=${hand.value.sources[0]!.id}` : null,
)
const tilde = computed(() => (form.dyedSeen?.basis === 'measured' ? '' : '~'))
const change = computed(() =>
  form.dyedSeen && form.bareSeen ? deltaE2000(form.dyedSeen.lab, form.bareSeen.lab) : null,
)

useHead({ title: () => `${hand.value?.swatch.code ?? 'Swatch'} · Juniper Haze` })
</script>

<template>
  <div class="page-head">
    <h1>{{ hand ? swatchWords(hand) : 'Swatch' }}</h1>
    <p v-if="hand" class="on-grey">
      {{ hand.swatch.code }} · {{ hand.pot.code }}, {{ shortDate(hand.pot.dyedOn) }} ·
      {{ hand.pot.ratioDry === null ? 'ratio unknown' : `${formatRatio(hand.pot.ratioDry)} dry` }}
    </p>
    <p v-if="failure" role="alert">{{ failure }}</p>
  </div>

  <div v-if="hand" class="booth-grid">
    <figure class="colours">
      <div
        class="dyed"
        :class="{ unknown: !form.dyedSeen }"
        :style="form.dyedSeen ? { background: form.dyedSeen.hex } : {}"
      />
      <div
        class="bare"
        :class="{ unknown: !form.bareSeen }"
        :style="form.bareSeen ? { background: form.bareSeen.hex } : {}"
      />
      <figcaption class="under dyed-name">this swatch</figcaption>
      <figcaption class="under bare-name">bare fibre</figcaption>
    </figure>

    <form class="panel stack" aria-labelledby="reading" @submit.prevent="form.keep">
      <h2 id="reading">Read the colour</h2>
      <ColourEntry
        v-model="form.dyed"
        label="Swatch, dry, in daylight"
        :error="form.errors['/reading/lab'] ?? form.errors['/reading/hex']"
      />
      <ColourEntry
        v-model="form.bare"
        :label="hand.piece.bare ? 'Bare fibre, read again' : 'Bare fibre of the same piece'"
        :error="form.errors['/bare/lab'] ?? form.errors['/bare/hex']"
      />
      <div class="row">
        <ElCheckbox v-model="form.wet">still wet</ElCheckbox>
        <ElCheckbox v-model="form.washed">washed</ElCheckbox>
      </div>
      <p v-if="form.failure" class="wrong" role="alert">{{ form.failure }}</p>
      <ElButton type="primary" native-type="submit" :loading="form.saving">
        Keep the reading
      </ElButton>
      <p class="quiet">
        A colour by eye or photo is an estimate: its strength is marked with ~ wherever it stands.
      </p>
    </form>

    <section class="panel stack tight" aria-labelledby="says">
      <h2 id="says">What it says</h2>
      <p v-if="form.strength.why">{{ form.strength.why }}</p>
      <dl v-if="form.dyedSeen">
        <template v-if="form.strength.value !== null">
          <dt>strength over bare</dt>
          <dd :class="{ estimate: tilde }">{{ tilde }}{{ formatNumber(form.strength.value) }}</dd>
          <dt>depth</dt>
          <dd>
            {{ form.strength.value <= 0 ? 'took no dye' : form.strength.depth }}
          </dd>
        </template>
        <dt>L* a* b*</dt>
        <dd>{{ labText(form.dyedSeen.lab) }}</dd>
        <template v-if="change !== null">
          <dt>from bare</dt>
          <dd>{{ formatNumber(change) }} ΔE00</dd>
        </template>
        <dt>spectrum</dt>
        <dd>{{ form.dyedSeen.basis }}</dd>
      </dl>
      <p class="quiet">1 swatch. Readings kept: {{ hand.swatch.readings.length }}.</p>
      <NuxtLink v-if="onCurve && hand.swatch.readings.length" :to="onCurve" class="el-button">
        See it on its curve
      </NuxtLink>
    </section>
  </div>
  <p v-else-if="!failure">
    No swatches yet. <NuxtLink to="/pot">Save a pot as done</NuxtLink> and its swatches hang here to
    be read.
  </p>

  <div class="lists">
    <section aria-labelledby="waiting">
      <h2 id="waiting">
        Waiting to be read <span class="on-grey">{{ waiting?.items.length ?? 0 }}</span>
      </h2>
      <ul>
        <li v-for="swatch in waiting?.items.slice(0, 8) ?? []" :key="swatch.id">
          <SwingTag
            :code="swatch.code"
            :chosen="swatch.id === hand?.swatch.id"
            line="not read"
            @choose="navigateTo(`/swatch?swatch=${swatch.id}`)"
          />
        </li>
      </ul>
    </section>
    <section aria-labelledby="read">
      <h2 id="read">Read last</h2>
      <ul>
        <li v-for="swatch in read?.items.slice(0, 8) ?? []" :key="swatch.id">
          <SwingTag
            :code="swatch.code"
            :hex="swatch.readings[0]?.hex"
            :chosen="swatch.id === hand?.swatch.id"
            :line="swatch.readings[0]?.basis"
            @choose="navigateTo(`/swatch?swatch=${swatch.id}`)"
          />
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
h1,
.on-grey,
.lists h2 {
  color: #16191b;
}

.booth-grid {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 372px 300px;
  gap: 16px;
}

.colours {
  display: grid;
  grid-template-columns: 1fr 34%;
  grid-template-rows: minmax(390px, 1fr) auto;
  margin: 0;
}

.dyed {
  border-radius: var(--corner) 0 0 var(--corner);
}

.bare {
  border-radius: 0 var(--corner) var(--corner) 0;
}

.unknown {
  background: repeating-linear-gradient(135deg, #8e8e8e 0 10px, #a8a8a8 10px 20px);
}

.under {
  padding-top: 4px;
  color: #16191b;
  font-size: 14px;
}

.dyed-name {
  font-weight: 700;
}

dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 6px 14px;
}

dt {
  color: var(--quiet);
}

dd {
  font-weight: 700;
  text-align: right;
}

.lists {
  display: grid;
  grid-template-columns: 1fr 2fr;
  gap: 24px;
  margin-top: 16px;
}

.lists ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 8px;
  margin-top: 6px;
}

@media (max-width: 960px) {
  .booth-grid,
  .lists {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
