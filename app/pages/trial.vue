<script setup lang="ts">
import type { TrialView } from '~~/shared/views/trial/trial'
import { TRIAL_FACTORS } from '~~/shared/rules/trial/trial-factors'
import StrengthNav from '~/features/strength/StrengthNav.vue'
import KeptTrial from '~/features/trial/KeptTrial.vue'
import TrialDesigner from '~/features/trial/TrialDesigner.vue'
import { useBroughtTrial } from '~/features/trial/useBroughtTrial'
import { ASKED_WORDS } from '~/features/trial/trial-words'
import { useTrialDesign } from '~/features/trial/useTrialDesign'

/** Fair trials: one thing changed, the rest alike, laid out before the pot is lit. */
const api = useApi()
const trial = useTrialDesign()
const { draft, stock, lot, lotName, unloaded } = trial
useBroughtTrial(draft)
const { data: kept, failure } = useLoaded(() => api.get<{ items: TrialView[] }>('evidence/trials'))
const trials = ref<HTMLElement | null>(null)
async function showKept() {
  await nextTick()
  trials.value?.scrollIntoView({ block: 'start' })
}
useHead({ title: 'Fair trials · Juniper Haze' })
</script>

<template>
  <StrengthNav />
  <p v-if="unloaded || failure" class="wrong" role="alert">{{ unloaded || failure }}</p>
  <h1 class="question">
    What does
    <ElSelect v-model="draft.factor" class="what" aria-label="What is to be learnt">
      <ElOption
        v-for="factor in TRIAL_FACTORS"
        :key="factor"
        :value="factor"
        :label="ASKED_WORDS[factor]"
      />
    </ElSelect>
    do{{ lot ? `, for ${lotName(lot)}` : '' }}?
  </h1>
  <TrialDesigner v-if="stock?.lots.length" :trial="trial" @kept="showKept" />
  <p v-else-if="stock" class="panel">
    There is no plant in the loft to dye with.
    <NuxtLink to="/walk">Weigh in what was gathered</NuxtLink>, or begin with
    <NuxtLink to="/">a first pair of jars</NuxtLink>.
  </p>
  <section v-if="kept?.items.length" ref="trials" class="kept" aria-labelledby="kept">
    <h2 id="kept">Trials laid out</h2>
    <div class="cards">
      <KeptTrial v-for="view in kept.items" :key="view.trial.id" :view="view" />
    </div>
  </section>
</template>

<style scoped>
.what {
  width: 230px;
}

.kept {
  margin-top: 20px;
}

.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(340px, 1fr));
  gap: 16px;
}

@media (max-width: 960px) {
  .what {
    width: 100%;
  }

  .cards {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
