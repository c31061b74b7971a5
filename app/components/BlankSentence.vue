<template>
  <!-- a sentence with blanks to be typed in or chosen: those untold are dashed, and may stay so -->
  <div class="sentence"><slot /></div>
</template>

<style scoped>
.sentence {
  display: grid;
  gap: 4px;
  font-family: var(--face-title);
  font-size: 20px;
}

.sentence :deep(.blank) {
  field-sizing: content;
  min-height: 44px;
  max-width: 100%;
  padding: 0 6px;
  border: 0;
  border-bottom: 2px solid var(--juniper);
  border-radius: 0;
  background: none;
  color: var(--ink);
  font: inherit;
  font-weight: 600;
}

/* what is not told yet, or is only as usual */
.sentence :deep(.blank.untold) {
  border-bottom: 2px dashed var(--line-firm);
  color: var(--quiet);
  font-weight: 400;
}

/* taken over from the card before, and not touched since */
.sentence :deep(.blank.carried) {
  border-bottom: 3px dotted var(--ochre);
  font-weight: 400;
}
</style>
