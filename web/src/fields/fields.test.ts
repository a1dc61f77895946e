// @vitest-environment happy-dom
import { mount } from '@vue/test-utils';
import { expect, test } from 'vitest';
import CheckField from './CheckField.vue';
import ChoiceField from './ChoiceField.vue';
import LengthField from './LengthField.vue';
import NumberField from './NumberField.vue';
import { shown } from './shown.ts';
import TextField from './TextField.vue';

const global = { directives: { shown } };
const typed = (field: ReturnType<typeof mount>, text: string) => field.find('input').setValue(text);

test('a length is taken as it is said; what cannot be read stays, with the way out, and Escape brings the old one back', async () => {
  const field = mount(LengthField, { props: { label: 'Height', modelValue: 18 }, global });
  await typed(field, `4' 6-1/2"`);
  expect(field.emitted('update:modelValue')).toEqual([[54.5]]);
  await typed(field, 'tall');
  expect(field.emitted('update:modelValue')).toHaveLength(1);
  expect(field.find('[role=alert]').text()).not.toBe('');
  expect(field.find('input').element.value).toBe('tall');
  expect(field.find('input').attributes('aria-describedby')).toBe(
    field.find('[role=alert]').attributes('id'),
  );
  await field.find('input').trigger('keydown', { key: 'Escape' });
  expect(field.find('[role=alert]').exists()).toBe(false);
  expect(field.find('input').element.value).toContain('18');
});

test('a number outside its bounds is not taken and says which they are', async () => {
  const field = mount(NumberField, {
    props: { label: 'Gangs', modelValue: 1, min: 1, max: 8, whole: true },
    global,
  });
  await typed(field, '9');
  expect(field.emitted('update:modelValue')).toBe(undefined);
  expect(field.find('[role=alert]').text()).toMatch(/8/);
  await typed(field, '2');
  expect(field.emitted('update:modelValue')).toEqual([[2]]);
  expect(field.find('[role=alert]').exists()).toBe(false);
});

test('a choice comes back as it was given, of its own type; what is refused does not stay chosen', async () => {
  const options = [
    { value: 15, says: '15 A' },
    { value: 20, says: '20 A' },
  ] as const;
  const field = mount(ChoiceField<number>, { props: { label: 'Breaker', modelValue: 15, options }, global });
  const select = field.find('select');
  expect([select.element.value, field.text()]).toEqual(['15', 'Breaker15 A20 A']);
  await select.setValue('20');
  expect(field.emitted('update:modelValue')).toEqual([[20]]);
  await field.vm.$nextTick();
  expect(select.element.selectedIndex).toBe(0);
});

test('a check says yes or no by its words; what is refused goes back', async () => {
  const field = mount(CheckField, { props: { label: 'locked', modelValue: false }, global });
  const box = field.find('input');
  await box.setValue(true);
  expect(field.emitted('update:modelValue')).toEqual([[true]]);
  await field.vm.$nextTick();
  expect(box.element.checked).toBe(false);
  await field.setProps({ modelValue: true });
  expect(box.element.checked).toBe(true);
  expect(field.find('label').text()).toBe('locked');
});

test('every field has its label, hidden or not', () => {
  for (const hideLabel of [true, false]) {
    const field = mount(TextField, { props: { label: 'Room', modelValue: 'Study', hideLabel }, global });
    const label = field.find('label');
    expect([label.text(), label.attributes('for')]).toEqual(['Room', field.find('input').attributes('id')]);
    expect(label.classes().includes('sr-only')).toBe(hideLabel);
  }
});
