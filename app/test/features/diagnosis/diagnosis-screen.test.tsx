import { act, waitFor } from '@testing-library/react';
import { DiagnosisScreen } from '../../../src/features/diagnosis/diagnosis-screen';
import { NewDiagnosisScreen } from '../../../src/features/diagnosis/new-diagnosis';
import { CaseWeightsScreen } from '../../../src/features/diagnosis/weights-screen';
import type * as Hands from '../../builders/hands';
import { freshHands, isThere, press, text, type } from '../../builders/hands';
import { car, id } from '../../builders/scene';
import { fact, SESSION, soft, facts, open } from '../../builders/track-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

describe('a diagnosis', () => {
  const opened = fact(310, 4, { kind: 'diagnosisOpened', sessionId: SESSION, signs: ['softFromCold'], corner: null });
  test('begins with something: a sign, or what is on record', async () => {
    open(<NewDiagnosisScreen />, { id: car.id });
    press('Signs: Squeals', 'checkbox');
    expect(isThere(/^Begin with/)).toBe(true);
    await act(async () => press('Begin with the first check'));
    await waitFor(() => expect(facts('diagnosisOpened')).toHaveLength(1));
    expect(facts('diagnosisOpened')[0]).toMatchObject({ signs: ['squeal'], sessionId: null });
  });
  test('the first check is one that needs neither lift nor a second person; its result ranks again', async () => {
    open(<DiagnosisScreen />, { id: car.id, case: id(310) }, [soft, opened]);
    expect(text()).toContain('Next check');
    expect(text()).toMatch(/1 min, wheels on/);
    press(/^(Pump the pedal|Hold the pedal): /, 'radio');
    await waitFor(() => expect(facts('diagnosisChecked')).toHaveLength(1));
  });
  test('something else wants words; a referral wants an address', async () => {
    open(<DiagnosisScreen />, { id: car.id, case: id(310) }, [soft, opened]);
    press('What it turned out to be');
    press('Something else', 'option');
    await act(async () => press('Record: something else'));
    expect(text()).toContain('Say what it was.');
    await act(async () => press('Write the referral'));
    expect(text()).toContain('Say to whom it is referred.');
    type('What was found and done', 'The floor mat under the pedal.');
    await act(async () => press('Record: something else'));
    await waitFor(() => expect(facts('diagnosisClosed')).toHaveLength(1));
  });
  test('own cases are counted and set aside only when somebody is sure', async () => {
    const closed = fact(311, 3, {
      kind: 'diagnosisClosed',
      diagnosisId: id(310),
      cause: 'hoseSwells',
      isConfirmed: true,
      words: '',
    });
    open(<CaseWeightsScreen />, {}, [soft, opened, closed]);
    expect(text()).toContain('1 own case');
    await act(async () => press('Count anew'));
    expect(facts('caseWeightsReset')).toHaveLength(0);
    await act(async () => press('Yes, count anew'));
    await waitFor(() => expect(facts('caseWeightsReset')).toHaveLength(1));
  });
});
