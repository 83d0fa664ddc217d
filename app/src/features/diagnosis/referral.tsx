import type { Diagnosis } from '@calvik/core/diagnosis';
import { useDraft } from '../../state/use-draft';
import { LineInput } from '../../ui/line-input';
import { MainButton, Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { openFile } from '../../files/open-file';
import type { NewFact } from '../../facts/save-fact';

/** What cannot be put right here, handed on in writing. */
export function Referral({
  diagnosisId,
  carId,
  written,
  onWrite,
  onRefused,
  saving,
}: {
  diagnosisId: string;
  carId: string;
  written: Diagnosis['referral'];
  onWrite: (referral: NewFact) => Promise<boolean>;
  /** Told what is missing. */
  onRefused: (sentence: string) => void;
  saving: boolean;
}) {
  const { draft, change } = useDraft(`referral.${diagnosisId}`, { to: '', ask: '', mayBeDriven: false });
  const write = (): void => {
    if (draft.to.trim() === '') return onRefused('Say to whom it is referred.');
    void onWrite({
      kind: 'referralWritten',
      carId,
      diagnosisId,
      to: draft.to.trim(),
      words: draft.ask.trim(),
      mayBeDriven: draft.mayBeDriven,
    });
  };
  return (
    <Section title="Referral">
      {written ? (
        <>
          <Text>{`Referred to ${written.to}. ${written.mayBeDriven ? 'May be driven there.' : 'Not to be driven.'}`}</Text>
          <MainButton mode="outlined" onPress={() => openFile(`/api/referrals/${written.id}/letter.pdf`)}>
            The letter
          </MainButton>
        </>
      ) : null}
      <LineInput label="To whom" value={draft.to} onChange={(to) => change({ to })} maxLength={120} />
      <LineInput label="What is asked of them" value={draft.ask} onChange={(ask) => change({ ask })} maxLength={1000} />
      <Segments
        label="Until then"
        value={draft.mayBeDriven ? 'yes' : 'no'}
        onChange={(v) => change({ mayBeDriven: v === 'yes' })}
        options={[
          { value: 'no', label: 'Not driven' },
          { value: 'yes', label: 'May be driven there' },
        ]}
      />
      <MainButton mode="outlined" onPress={write} loading={saving}>
        Write the referral
      </MainButton>
    </Section>
  );
}
