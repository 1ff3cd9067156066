<script setup lang="ts">
/** What is set in each device: value, what wants another, by what means. */
import { settingWays, type SettingValue } from '#core/catalogue'
import { agrees, deviceSheets, settingEdit, settingWords, type SettingRow } from '#core/settings'
import { useResolved } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const build = useBuild()
const resolved = useResolved()
const selection = useSelection()
const sheets = computed(() => deviceSheets(resolved.value))
const without = computed(() => resolved.value.devices.filter(({ device }) => !device.settings.length))

const set = (row: SettingRow, value: SettingValue | undefined) => build.edit(settingEdit(resolved.value, row, value))
</script>

<template>
  <section class="sheets" aria-label="Device settings" data-testid="sheets">
    <article v-for="{ fitted, rows } in sheets" :key="fitted.id" :class="{ lit: selection.lit.has(`device:${fitted.id}`) }">
      <h2>
        <button @click="selection.select(`device:${fitted.id}`)">{{ fitted.instance.name }}</button>
        <span class="quiet">{{ fitted.device.name }}</span>
      </h2>
      <table :aria-label="`Settings of ${fitted.instance.name}`">
        <tbody>
          <tr v-for="row in rows" :key="row.setting.id" :data-setting="`${fitted.id}/${row.setting.id}`">
            <td>{{ row.setting.label }}</td>
            <td class="value">
              <SettingField :row :name="fitted.instance.name" :protocols="resolved.protocols" @set="(value) => set(row, value)" />
            </td>
            <td class="sign" :class="{ unlike: !agrees(row) || row.wrong }">
              <template v-if="row.wanted">{{ agrees(row) ? '=' : '≠' }}</template>
            </td>
            <td class="quiet">
              <template v-if="row.wanted && !agrees(row)"
                >wanted is {{ settingWords(row.setting, row.wanted.value, resolved.protocols) }}: {{ row.wanted.because }}.
              </template>
              {{ settingWays[row.setting.way] }}<template v-if="row.setting.note">. {{ row.setting.note }}</template
              ><template v-if="row.setting.taste">. It changes nothing here: {{ row.setting.taste }}</template>
            </td>
          </tr>
        </tbody>
      </table>
    </article>
    <p v-if="without.length" class="quiet">Nothing is set in {{ without.map(({ instance }) => instance.name).join(', ') }}.</p>
    <CalibrationForm />
  </section>
</template>

<style scoped>
.sheets {
  padding: var(--space-4) var(--space-6);
  max-width: 900px;
}
article {
  border-bottom: var(--edge);
  padding: var(--space-3) 0 var(--space-4);
  break-inside: avoid;
}
article.lit h2 {
  color: rgb(var(--v-theme-secondary));
}
h2 {
  display: flex;
  gap: var(--space-3);
  align-items: baseline;
  font-size: var(--text-body);
}
h2 span {
  font-weight: 400;
  font-size: var(--text-small);
}
h2 button {
  font-weight: 700;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--text-small);
  table-layout: fixed;
}
td {
  padding: var(--space-1) var(--space-3) var(--space-1) 0;
  vertical-align: middle;
}
td:first-child {
  width: 180px;
}
.value {
  width: 210px;
}
@media (width < 640px) {
  .value {
    width: 150px;
  }
  .value :deep(:is(input, select):not([type='checkbox'])) {
    max-width: 120px;
  }
}
.sign {
  width: 22px;
  font-weight: 700;
}
.unlike {
  color: rgb(var(--v-theme-error));
}
@media (max-width: 640px) {
  tr {
    display: grid;
    grid-template-columns: 1fr 190px 22px;
    padding: var(--space-2) 0;
  }
  td:last-child {
    grid-column: 1 / -1;
  }
}
</style>
