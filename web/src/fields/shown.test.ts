// @vitest-environment happy-dom
import { mount } from '@vue/test-utils';
import { expect, test } from 'vitest';
import { defineComponent, ref } from 'vue';
import { shown } from './shown.ts';

const field = () => {
  const name = ref('Main');
  const other = ref(0);
  const wrapper = mount(
    defineComponent({
      directives: { shown },
      setup: () => ({ name, other }),
      template: '<input v-shown="name" /><p>{{ other }}</p>',
    }),
    { attachTo: document.body },
  );
  return { name, other, wrapper, input: wrapper.find('input').element };
};

test('what is being typed outlives news from elsewhere; a change to a field at rest is shown', async () => {
  const { name, other, wrapper, input } = field();
  expect(input.value).toBe('Main');
  input.focus();
  input.value = 'Basem';
  other.value++;
  await wrapper.vm.$nextTick();
  expect(input.value).toBe('Basem');
  name.value = 'Cellar';
  await wrapper.vm.$nextTick();
  expect(input.value).toBe('Basem');
  input.blur();
  name.value = 'Garage';
  await wrapper.vm.$nextTick();
  expect(input.value).toBe('Garage');
});
