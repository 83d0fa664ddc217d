import { useLocalSearchParams } from 'expo-router';
import { type ComponentType, useState } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import type { Shop } from '@calvik/core';
import { useLoaded, useLogbook } from '../../state/hooks';
import { useDraftForm } from '../../state/use-draft-form';
import { DraftNotice } from '../../ui/form';
import { SaveBar } from '../../ui/save-bar';
import { Screen, useWide } from '../../ui/screen';
import { useUnits } from '../../ui/units';
import { RecordChanges } from '../record-changes';
import { useQuantity, useSaveRecord } from '../save-record';
import { type ShopForm, shopForm, shopOf } from './shop-form';
import { NameAndPlace, ShopFigures, ShopRules, ShopWeek } from './shop-pages';

/** The shop's settings, a page each; one form, so that what is typed on one page is there on the next. */
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
  const loaded = useLoaded();
  const { shop } = useLogbook();
  const found = shopPages.find((p) => p.page === page) ?? shopPages[0];
  return loaded ? <ShopSettings key={`${shop.version} ${found.page}`} shop={shop} page={found.page} /> : null;
}

function ShopSettings({ shop, page }: { shop: Shop; page: ShopPage }) {
  const { system } = useUnits();
  const quantity = useQuantity();
  const wide = useWide();
  const { form, restored, startOver, finished, openedAs } = useDraftForm<ShopForm>(
    `shop.${shop.version}`,
    shopForm(shop, system),
    shop,
  );
  const { saveRecord, saving, problem } = useSaveRecord('shops', form, finished, openedAs);
  const [refused, setRefused] = useState<string | null>(null);
  const save = form.handleSubmit((typed) => {
    const made = shopOf(typed, shop, quantity);
    if (typeof made === 'string') return setRefused(made);
    setRefused(null);
    return saveRecord(made, null);
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
          onSave={() => void save()}
          label="Save the shop’s settings"
        />
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Fields form={form} />
      <RecordChanges collection="shops" id={shop.id} />
    </Screen>
  );
}
