import { useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { useWatch } from 'react-hook-form';
import { type Customer, customerLike, recordDefaults } from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { ChoiceField, DraftNotice, PickField, QuantityField, SwitchField, TextField } from '../../ui/form';
import { useDraftForm } from '../../state/use-draft-form';
import { Gone } from '../../records/not-found-page';
import { SaveBar } from '../../ui/save-bar';
import { recordText } from '../../ui/quantity-text';
import { Screen, Section } from '../../ui/screen';
import { RuleFields, type RulesForm, rulesForm, rulesOf } from '../../fields/rule-fields';
import { RecordFoot } from '../../records/record-foot';
import { useSaveRecord, useQuantity } from '../../records/save-record';
import { newRecord } from '../../state/new-record';
import { type PolicyForm, countLabel, policyForm, policyOf, schoolOptions } from '../../fields/policy-fields';

interface CustomerForm extends RulesForm {
  name: string;
  phone: string;
  email: string;
  notes: string;
  units: Customer['units'];
  fluidPolicy: PolicyForm;
  demandedMarginC: string;
  atTheirPlace: boolean;
  travelMin: string;
}

function CustomerFormScreen({ customer }: { customer: Customer | null }) {
  const { system } = useUnits();
  const quantity = useQuantity();
  const { form, restored, startOver, finished, openedAs } = useDraftForm<CustomerForm>(
    `customer.${customer?.id ?? 'new'}`,
    {
      name: customer?.name ?? '',
      phone: customer?.phone ?? '',
      email: customer?.email ?? '',
      notes: customer?.notes ?? '',
      units: customer?.units ?? 'metric',
      fluidPolicy: policyForm(customer?.fluidPolicy),
      demandedMarginC: recordText(customer?.demandedMarginC, 'temperatureDifference', system),
      atTheirPlace: customer?.atTheirPlace ?? false,
      travelMin: recordText(customer?.travelMin ?? 0, 'duration', system),
      ...rulesForm(customer, system),
    },
    customer,
  );
  const { saveRecord, saving, problem, warning } = useSaveRecord('customers', form, finished, openedAs);
  const school = useWatch({ control: form.control, name: 'fluidPolicy.school' });
  const atTheirPlace = useWatch({ control: form.control, name: 'atTheirPlace' });
  const [asked, setAsked] = useState<string | null>(null);
  const logbook = useLogbook();
  const save = form.handleSubmit((f) => {
    const other = customerLike(logbook.customers.values(), { id: customer?.id, name: f.name, phone: f.phone });
    const like = other && [other.name, other.phone].filter(Boolean).join(', ');
    if (like && asked !== like) return setAsked(like);
    const record: Customer = {
      ...(customer ?? { ...newRecord(), ...recordDefaults.customers }),
      name: f.name,
      phone: f.phone,
      email: f.email,
      notes: f.notes,
      units: f.units,
      ...rulesOf(f, quantity),
      atTheirPlace: f.atTheirPlace,
      travelMin: f.atTheirPlace ? quantity(f.travelMin, 'duration') : 0,
      fluidPolicy: policyOf(f.fluidPolicy),
      demandedMarginC: f.demandedMarginC.trim() === '' ? null : quantity(f.demandedMarginC, 'temperatureDifference'),
    };
    return saveRecord(record, ({ id }) => (customer ? '/cars' : `/cars/new?customer=${id}`));
  });
  return (
    <Screen
      title={customer ? customer.name : 'New customer'}
      above={customer ? 'Edit customer' : undefined}
      back="/cars"
      footer={
        <SaveBar
          problem={asked ? `There is one like it already: ${asked}.` : problem}
          saving={saving}
          warning={warning}
          onSave={() => void save()}
          label={asked ? 'Save it all the same' : customer ? 'Save customer' : 'Save, then enter the car'}
        />
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Section title="Who">
        <TextField control={form.control} name="name" label="Name" required />
        <TextField control={form.control} name="phone" label="Phone" />
        <TextField control={form.control} name="email" label="E-mail" />
        <ChoiceField
          control={form.control}
          name="units"
          label="Service sheets in"
          options={[
            { value: 'metric', label: 'Metric' },
            { value: 'imperial', label: 'Imperial' },
          ]}
        />
      </Section>
      <Section title="Fluid: what this customer asks for">
        <PickField
          control={form.control}
          name="fluidPolicy.school"
          label="Rule"
          options={schoolOptions}
          hint="The strictest of shop, customer and organiser holds."
        />
        {countLabel[school] ? (
          <TextField
            control={form.control}
            name="fluidPolicy.count"
            label={countLabel[school]}
            hint="Left empty: the usual figure"
          />
        ) : null}
        <QuantityField
          control={form.control}
          name="demandedMarginC"
          label="Demanded margin over peak temperature"
          dimension="temperatureDifference"
          optional
          hint="Empty: the shop’s margin"
        />
      </Section>
      <Section title="What else this customer asks for">
        <RuleFields control={form.control} empty="Empty: no such wish" />
      </Section>
      <Section title="Where the work is done">
        <SwitchField control={form.control} name="atTheirPlace" label="At the customer’s place" />
        {atTheirPlace ? (
          <QuantityField
            control={form.control}
            name="travelMin"
            label="Way there"
            dimension="duration"
            hint="One way, 35 min"
          />
        ) : null}
      </Section>
      <Section title="Notes">
        <TextField control={form.control} name="notes" label="Notes" lines={3} />
      </Section>
      {customer ? <RecordFoot collection="customers" record={customer} name={customer.name} /> : null}
    </Screen>
  );
}

export const NewCustomerScreen = () => <CustomerFormScreen customer={null} />;

export function EditCustomerScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const customer = useLogbook().customers.get(id);
  return customer ? (
    <CustomerFormScreen key={customer.id} customer={customer} />
  ) : (
    <Gone what="customer" back="/cars" />
  );
}
