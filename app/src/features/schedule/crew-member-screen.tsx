import { plural } from '@calvik/words';
import { useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { useWatch } from 'react-hook-form';
import { type CrewMember, type WorkSkill, isDone, openJobsOfCrew } from '@calvik/core';
import { useLogbook, useSync } from '../../state/hooks';
import { Chips } from '../../ui/chips';
import { ChoiceField, DraftNotice, SwitchField, TextField } from '../../ui/form';
import { useDraftForm } from '../../state/use-draft-form';
import { RecordChanges } from '../../records/record-changes';
import { DaysOffFields, type TypedDaysOff, noDaysTyped, readDaysOff } from '../../fields/days-off-fields';
import { Gone } from '../../records/not-found-page';
import { SaveBar } from '../../ui/save-bar';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useSaveRecord } from '../../records/save-record';
import { useBreaks } from '../../records/use-breaks';
import { WeekFields, readWeek, weekText } from '../../fields/week-fields';

const skills: { value: WorkSkill; label: string }[] = [
  { value: 'fluid', label: 'Fluid' },
  { value: 'measuring', label: 'Measuring' },
  { value: 'parts', label: 'Pads, rotors, hoses' },
  { value: 'bedding', label: 'Bedding' },
];

export function CrewMemberScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const member = useLogbook().crew.get(id);
  return member ? <CrewMemberForm key={member.id} member={member} /> : <Gone what="crew member" back="/settings" />;
}

interface MemberForm {
  name: string;
  role: CrewMember['role'];
  skills: WorkSkill[];
  travels: boolean;
  ownHours: boolean;
  week: string[];
  off: TypedDaysOff;
}

/** What one of the crew can do, and when they are there; or that they have left. */
function CrewMemberForm({ member }: { member: CrewMember }) {
  const logbook = useLogbook();
  const sync = useSync();
  const [refused, setRefused] = useState<string | null>(null);
  const { form, restored, startOver, finished, openedAs } = useDraftForm<MemberForm>(
    `crew.${member.id}`,
    {
      name: member.name,
      role: member.role,
      skills: member.skills,
      travels: member.travels,
      ownHours: member.hours !== null,
      week: weekText(member.hours ?? logbook.shop.hours),
      off: noDaysTyped,
    },
    member,
  );
  const { control, setValue } = form;
  const { saveRecord, saving, problem, warning } = useSaveRecord('crew', form, finished, openedAs);
  const values = useWatch({ control }) as MemberForm;
  const save = form.handleSubmit((f) => {
    const read = readWeek(f.week);
    if (f.ownHours && 'message' in read) return setRefused(read.message);
    const off = readDaysOff(f.off);
    if (off && 'message' in off) return setRefused(off.message);
    setRefused(null);
    return saveRecord(
      {
        ...logbook.crew.get(member.id)!,
        name: f.name,
        role: f.role,
        skills: f.skills,
        travels: f.travels,
        hours: f.ownHours && 'week' in read ? read.week : null,
        // What was typed and not added yet is meant too.
        daysOff: off ? [...member.daysOff, off.day] : member.daysOff,
      },
      '/settings',
    );
  });
  const change = async (over: Partial<CrewMember>): Promise<boolean> => {
    const result = await sync.save('crew', { ...logbook.crew.get(member.id)!, ...over });
    setRefused(result.state === 'refused' ? result.sentence : null);
    return result.state !== 'refused';
  };
  const { guarded, prompt } = useBreaks();
  const ask = (over: Partial<CrewMember>, words: string): void =>
    guarded(
      [{ collection: 'crew', body: { ...logbook.crew.get(member.id)!, ...over } }],
      () => void change(over),
      words,
    );
  const open = openJobsOfCrew(logbook, member.id).filter((j) => !isDone(logbook, j));
  return (
    <Screen
      title={member.name}
      above="Crew"
      back="/settings"
      footer={
        prompt ?? (
          <SaveBar
            problem={problem ?? refused}
            saving={saving}
            warning={warning}
            onSave={() => void save()}
            label="Save"
          />
        )
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      {member.archived ? <Text tone="amber">{`${member.name} has left the crew.`}</Text> : null}
      <Section title="Who">
        <TextField control={control} name="name" label="Name" required />
        <ChoiceField
          control={control}
          name="role"
          label="Role"
          options={[
            { value: 'lead', label: 'Lead' },
            { value: 'technician', label: 'Technician' },
          ]}
        />
      </Section>
      <Section title="Can do">
        <Chips label="Skill" options={skills} chosen={values.skills} onChange={(next) => setValue('skills', next)} />
        <SwitchField control={control} name="travels" label="Works at a customer’s place too" />
      </Section>
      <Section title="Working hours">
        <SwitchField control={control} name="ownHours" label="Other hours than the shop" />
        {values.ownHours ? (
          <WeekFields week={values.week} onChange={(week) => setValue('week', week)} />
        ) : (
          <Text as="small">As the shop.</Text>
        )}
      </Section>
      <Section title="Days off">
        <DaysOffFields
          what="day off"
          days={member.daysOff}
          onChange={(daysOff) => ask({ daysOff }, 'Save the days off all the same')}
          typed={values.off}
          onType={(off) => setValue('off', off)}
        />
      </Section>
      <Section title={member.archived ? 'Back again' : 'Leaves the crew'}>
        {!member.archived && open.length > 0 ? (
          <Text tone="amber">{`${member.name} has ${open.length} open ${plural(open.length, 'job')}. They stay on the board under “With nobody” until you give them to others or plan anew.`}</Text>
        ) : null}
        <MainButton
          mode="outlined"
          danger={!member.archived}
          onPress={() =>
            member.archived
              ? void change({ archived: false })
              : ask({ archived: true }, `${member.name} has left all the same`)
          }
        >
          {member.archived ? `${member.name} works here again` : `${member.name} has left`}
        </MainButton>
        <RecordChanges collection="crew" id={member.id} />
      </Section>
    </Screen>
  );
}
