import { expect, test } from './test-support/world.js';

test('what is remembered of a viewer is seen, changed, forgotten and put back, here and on their page', async ({
  page,
  world,
}) => {
  await world.add('knot', '{{ viewer.name }} ties a {{ remembered.knot | default: "granny" }}');
  await world.type('pebblewren', 'evening');
  const { viewers } = (await (await page.request.get(`${world.address}/api/viewers`)).json()) as {
    viewers: { id: string }[];
  };
  const viewer = viewers[0]?.id ?? '';
  await page.request.put(`${world.address}/api/remembered/words`, {
    data: { span: 'viewer', viewer, name: 'knot', text: 'bowline' },
  });
  await page.goto(`${world.address}/prepare/memory`);
  const chat = page.getByRole('log', { name: 'Live chat' });
  const text = page.getByLabel('What is remembered as knot of pebblewren');
  await text.fill('reef');
  await text.press('Enter');
  await expect(page.getByText('knot is remembered')).toBeVisible();
  await world.type('pebblewren', '!knot');
  await expect(chat.getByText('pebblewren ties a reef')).toBeVisible();
  await page.getByRole('button', { name: 'Forget knot of pebblewren' }).press('Enter');
  await expect(text).toBeHidden();
  await page
    .locator('li', { hasText: 'Forgot knot' })
    .getByRole('button', { name: 'Undo', exact: true })
    .press('Enter');
  await expect(text).toHaveValue('reef');

  await page.getByLabel('Word', { exact: true }).fill('guide');
  await page.getByLabel('What is remembered', { exact: true }).fill('Odalys');
  await page.getByRole('button', { name: 'Remember', exact: true }).press('Enter');
  await expect(page.getByLabel('What is remembered as guide')).toHaveValue('Odalys');

  await page.getByRole('link', { name: 'pebblewren' }).press('Enter');
  const memory = page.getByRole('region', { name: 'Memory' });
  await expect(memory.getByLabel(/What is remembered as knot/)).toHaveValue('reef');
  await world.post('standin/event', { type: 'follow', name: 'pebblewren', roles: [], count: 0, message: '' });
  await page.reload();
  await expect(page.getByRole('region', { name: 'Events' })).toContainText('follows');
});
