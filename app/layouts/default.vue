<script setup lang="ts">
import { formatMass } from '~/format/quantities'
import FindOrNote from '~/features/frame/FindOrNote.vue'
import LogTrouble from '~/features/frame/LogTrouble.vue'
import KeyboardHelp from '~/features/frame/KeyboardHelp.vue'
import OnTheHob from '~/features/frame/OnTheHob.vue'
import SavedStrip from '~/features/frame/SavedStrip.vue'
import SprigMark from '~/features/frame/SprigMark.vue'
import StationThread from '~/features/frame/StationThread.vue'
import { useKeyboard } from '~/features/frame/useKeyboard'
import type { TodayView } from '~~/shared/views/log/today'
import { localToday } from '~/format/dates'
import { useLogHealth } from '~/composables/useLogHealth'

const route = useRoute()
const api = useApi()
const finding = ref(false)
const helping = ref(false)

useKeyboard({ openFind: () => (finding.value = true), openHelp: () => (helping.value = true) })

const { data: today } = useLoaded(() => api.get<TodayView>('today', { on: localToday() }))
const { trouble } = useLogHealth()
const inFiles = computed(() => ['/exchange', '/table'].includes(route.path))
const inBooth = computed(() => route.path === '/swatch')
</script>

<template>
  <div class="frame" :class="{ booth: inBooth }">
    <a href="#content" class="skip">To the content</a>
    <header class="top">
      <NuxtLink to="/" class="wordmark" aria-keyshortcuts="0"><SprigMark />Juniper Haze</NuxtLink>
      <StationThread :counts="today?.counts ?? null" />
      <nav class="places" aria-label="Files and keeping">
        <NuxtLink to="/exchange" class="files" :class="{ here: inFiles }">Files</NuxtLink>
        <NuxtLink to="/keeping" class="files" active-class="here">Keeping</NuxtLink>
      </nav>
      <button type="button" class="find" aria-keyshortcuts="/" @click="finding = true">
        <kbd>/</kbd><span>Find or note, e.g. {{ formatMass(340) }} tansy</span>
      </button>
    </header>
    <LogTrouble />
    <!-- what was typed stays there, unseen, until the log can be used again -->
    <main v-show="!trouble" id="content" tabindex="-1"><slot /></main>
    <SavedStrip />
    <OnTheHob />
    <FindOrNote v-model="finding" />
    <KeyboardHelp v-model="helping" />
  </div>
</template>

<style scoped>
.frame {
  min-height: 100vh;
}

.booth {
  background: var(--booth);
}

.skip {
  position: absolute;
  z-index: 30;
  top: -60px;
  left: 12px;
  padding: 12px;
  background: var(--panel);
}

.skip:focus {
  top: 6px;
}

.top {
  display: flex;
  align-items: center;
  gap: 30px;
  height: 64px;
  padding: 0 24px;
  border-bottom: 1px solid var(--line);
  background: var(--panel);
}

.wordmark {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
  color: var(--juniper);
  font: 700 20px/1 var(--face-title);
  text-decoration: none;
  white-space: nowrap;
}

.files {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  padding: 0 6px;
  color: var(--ink);
  font-size: 14px;
  text-decoration: none;
}

.places {
  display: flex;
  gap: 10px;
  margin-left: auto;
}

.files.here {
  border-bottom: 2px solid var(--juniper);
  font-weight: 600;
}

.find {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 44px;
  padding: 0 12px;
  border: 1px solid var(--line-firm);
  border-radius: var(--corner);
  background: var(--panel);
  color: var(--quiet);
  cursor: text;
}

kbd {
  padding: 0 7px;
  border: 1px solid var(--line-firm);
  border-radius: 4px;
  font: 13px/20px var(--face);
}

main {
  max-width: 1440px;
  margin: 0 auto;
  padding: 14px 24px 64px;
}

main:focus {
  outline: none;
}

@media (max-width: 1080px) {
  .find span {
    display: none;
  }

  .top {
    gap: 14px;
  }
}

@media (max-width: 760px) {
  .top {
    height: 52px;
    padding: 0 14px;
  }

  main {
    padding: 12px 14px 92px;
  }

  .thread {
    position: fixed;
    z-index: 10;
    right: 0;
    bottom: 0;
    left: 0;
    padding: 4px 12px 6px;
    border-top: 1px solid var(--line);
    background: var(--panel);
  }
}
</style>
