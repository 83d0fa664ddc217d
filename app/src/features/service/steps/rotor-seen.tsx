import type { RotorMeasurement } from '@calvik/core';
import { crackNames, transferLayerWords } from '@calvik/words';
import { ChoiceChips } from '../../../ui/chips';
import { Section } from '../../../ui/screen';
import { Segments } from '../../../ui/segments';
import { Text } from '../../../ui/text';
import { useUnits } from '../../../ui/units';
import type { Rotor } from './use-rotor';

/** What is seen on the faces of a rotor: cracks, transfer layer, wear marks. */
export function RotorSeen({ r: { draft, change } }: { r: Rotor }) {
  const { show, system } = useUnits();
  return (
    <>
      <Section title="Cracks">
        <ChoiceChips
          label="Cracks"
          value={draft.crack}
          onChange={(crack) => change({ crack })}
          options={(Object.keys(crackNames) as RotorMeasurement['crack'][]).map((value) => ({
            value,
            label: crackNames[value],
          }))}
        />
        {draft.crack === 'crack' ? (
          <ChoiceChips
            label="Crack length"
            columns={4}
            value={draft.figures.crackLength ?? ''}
            onChange={(crackLength) => change({ figures: { ...draft.figures, crackLength } })}
            options={[3, 5, 8, 10, 12, 15, 20, 30].map((n) => ({
              value: `${n} mm`,
              label: show(n, 'length', system === 'metric' ? 0 : 2),
            }))}
          />
        ) : null}
      </Section>
      <Section title="Transfer layer">
        <ChoiceChips
          label="Transfer layer"
          value={draft.transferLayer}
          onChange={(transferLayer) => change({ transferLayer })}
          options={(Object.keys(transferLayerWords) as RotorMeasurement['transferLayer'][]).map((value) => ({
            value,
            label: transferLayerWords[value].name,
          }))}
        />
        <Text as="small">Wear dots, or the depth of the slots:</Text>
        <Segments
          label="Wear marks"
          value={draft.marks === 'there' && draft.isMarkRead ? 'read' : draft.marks}
          onChange={(marks) => change({ marks: marks === 'gone' ? 'gone' : 'there', isMarkRead: marks === 'read' })}
          options={[
            { value: 'there', label: 'Still there' },
            { value: 'read', label: 'There, read' },
            { value: 'gone', label: 'Gone' },
          ]}
        />
        {draft.marks === 'there' && draft.isMarkRead ? (
          <>
            <Text as="small">How deep on one face:</Text>
            <ChoiceChips
              label="Mark left"
              columns={4}
              value={draft.figures.mark ?? ''}
              onChange={(mark) =>
                change({ figures: { ...draft.figures, mark: mark === draft.figures.mark ? '' : mark } })
              }
              options={[0.1, 0.2, 0.3, 0.5, 0.8, 1, 1.5, 2].map((n) => ({
                value: `${n} mm`,
                label: show(n, 'length', system === 'metric' ? 1 : 3),
              }))}
            />
          </>
        ) : null}
      </Section>
    </>
  );
}
