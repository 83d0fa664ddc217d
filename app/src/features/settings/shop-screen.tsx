import { useLocalSearchParams } from 'expo-router';
import { type ComponentType, useState } from 'react';
import { View } from 'react-native';
import type { UseFormReturn } from 'react-hook-form';
import type { FieldChange, Shop } from '@calvik/core';
import { changedFields } from '@calvik/core/logbook/changes';
import { changeText } from '@calvik/words/fields';
import { useLogbook } from '../../state/hooks';
import { useSay } from '../../state/use-say';
import { useDraftForm } from '../../state/use-draft-form';
import { DraftNotice } from '../../ui/form';
import { SaveBar } from '../../ui/save-bar';
import { Screen, useWide } from '../../ui/screen';
import { useUnits } from '../../ui/units';
import { Text } from '../../ui/text';
import { RecordChanges, nameIn } from '../../records/record-changes';
import { useQuantity, useSaveRecord } from '../../records/save-record';
import { type ShopForm, shopForm, shopOf } from './shop-form';
import { NameAndPlace, ShopFigures, ShopRules, ShopWeek } from './shop-pages';

/** The shop's settings, a page each with a draft of its own: what is typed on one is saved with that one. */
export const shopPages = [
  { page: 'shop', title: 'Name and place', about: 'Name, time zone, altitude, currency' },
  { page: 'rules', title: 'Rules', about: 'Fluid, pads, ducts, the inspection form' },
  { page: 'week', title: 'Working week and planning', about: 'Hours, breaks, days shut, how work is planned' },
  { page: 'figures', title: 'Figures to judge by', about: 'Margins, limits, bottles, bedding' },
] as const;
export type ShopPage = (typeof shopPages)[number]['page'];

const fieldsOf: Record<ShopPage, ComponentType<{ form: UseFormReturn<ShopForm> }>> = {
  shop: NameAndPlace,
  rules: ShopRules,
  week: ShopWeek,
  figures: ShopFigures,
};

/** One page of the shop's settings. */
export function ShopSettingsScreen() {
  const { page } = useLocalSearchParams<{ page: string }>();
  const { shop } = useLogbook();
  const found = shopPages.find((p) => p.page === page) ?? shopPages[0];
  // What was saved last on this page; the form begins anew with what is on record then.
  const [told, setTold] = useState<{ page: ShopPage; times: number; changes: FieldChange[] } | null>(null);
  return (
    <ShopSettings
      key={`${found.page} ${told?.times ?? 0}`}
      shop={shop}
      page={found.page}
      told={told?.page === found.page ? told.changes : null}
      onSaved={(changes) => setTold({ page: found.page, times: (told?.times ?? 0) + 1, changes })}
    />
  );
}

function ShopSettings({
  shop,
  page,
  told,
  onSaved,
}: {
  shop: Shop;
  page: ShopPage;
  told: FieldChange[] | null;
  onSaved: (changes: FieldChange[]) => void;
}) {
  const { system } = useUnits();
  const quantity = useQuantity();
  const wide = useWide();
  const { form, restored, startOver, finished, openedAs } = useDraftForm<ShopForm>(
    `shop.${page}`,
    shopForm(shop, system),
    shop,
  );
  const { saveRecord, saving, problem, warning } = useSaveRecord('shops', form, finished, openedAs);
  const [refused, setRefused] = useState<string | null>(null);
  const say = useSay();
  const nameOf = nameIn(useLogbook());
  const save = form.handleSubmit(async (typed) => {
    const made = shopOf(typed, shop, quantity);
    if (typeof made === 'string') return setRefused(made);
    setRefused(null);
    const changes = changedFields(openedAs() ?? shop, made);
    if (await saveRecord(made, null)) onSaved(changes);
  });
  const Fields = fieldsOf[page];
  return (
    <Screen
      title={shopPages.find((p) => p.page === page)!.title}
      above={shop.name}
      back="/settings"
      maxWidth={wide ? 1080 : 720}
      footer={
        <SaveBar
          problem={problem ?? refused}
          saving={saving}
          warning={warning}
          onSave={() => void save()}
          label="Save the shop’s settings"
        />
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      {told ? (
        <View role="status" testID="saved">
          <Text as="strong">{told.length > 0 ? 'Saved' : 'Saved without a change'}</Text>
          {told.map((change) => (
            <Text key={change.path.join('.')} as="small">
              {changeText(change, say, nameOf)}
            </Text>
          ))}
        </View>
      ) : null}
      <Fields form={form} />
      <RecordChanges collection="shops" id={shop.id} />
    </Screen>
  );
}
