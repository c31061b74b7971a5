<script setup lang="ts">
import { useElementHover, useFocusWithin, useTimeoutFn } from '@vueuse/core'
import { useSession } from '~/stores/session'

const session = useSession()
/** Long enough to read it and reach for Undo; the undo of the keyboard stays. */
const STAYS_MS = 15_000
const strip = ref<HTMLElement | null>(null)
const isHeld = useElementHover(strip)
const { focused } = useFocusWithin(strip)

const { start, stop } = useTimeoutFn(session.hide, STAYS_MS, { immediate: false })
watch([() => session.last, isHeld, focused], ([last, ...held]) => {
  stop()
  if (last && !held.includes(true)) start()
})
</script>

<template>
  <div ref="strip" class="saved" role="status" aria-live="polite" aria-label="Latest change">
    <template v-if="session.last">
      <span>{{ session.last.words }}</span>
      <button v-if="session.last.changeSetId" type="button" @click="session.undo">Undo</button>
      <button type="button" class="plain" @click="session.dismiss">Close</button>
    </template>
  </div>
</template>

<style>
/* the end of a page can be scrolled clear of the strip */
body:has(.saved > *) main {
  padding-bottom: 84px;
}
</style>

<style scoped>
.saved {
  display: flex;
  position: fixed;
  z-index: 20;
  bottom: 16px;
  left: 50%;
  align-items: center;
  gap: 14px;
  max-width: calc(100vw - 24px);
  padding: 4px 8px 4px 18px;
  transform: translateX(-50%);
  border-radius: var(--corner);
  background: var(--ink);
  color: #fff;
}

/* what lies under its words can still be pressed */
.saved span {
  pointer-events: none;
}

.saved:empty {
  padding: 0;
}

button {
  min-height: 44px;
  padding: 0 12px;
  border: 0;
  background: none;
  color: #fff;
  font-weight: 700;
  text-decoration: underline;
  text-underline-offset: 3px;
  cursor: pointer;
}

.plain {
  font-weight: 400;
}

button:focus-visible {
  outline-color: #fff;
  outline-offset: -4px;
}

@media (max-width: 760px) {
  .saved {
    bottom: 78px;
    width: calc(100vw - 24px);
  }

  .saved span {
    flex: 1;
  }
}
</style>
