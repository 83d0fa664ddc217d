/** The least that can be shown with Router, Paper, Toolkit and one chart: the floor that the application is measured against. */
import { configureStore, createSlice } from '@reduxjs/toolkit';
import { View } from 'react-native';
import { LineChart } from 'react-native-chart-kit';
import { Button, PaperProvider, Text } from 'react-native-paper';
import { Provider, useDispatch, useSelector } from 'react-redux';

const counter = createSlice({ name: 'counter', initialState: 0, reducers: { up: (n) => n + 1 } });
const store = configureStore({ reducer: { counter: counter.reducer } });

function Page() {
  const n = useSelector((state) => state.counter);
  const dispatch = useDispatch();
  return (
    <View>
      <Text>{n}</Text>
      <Button onPress={() => dispatch(counter.actions.up())}>Up</Button>
      <LineChart
        width={300}
        height={160}
        data={{ labels: ['a', 'b'], datasets: [{ data: [1, n] }] }}
        chartConfig={{ color: () => '#000' }}
      />
    </View>
  );
}

export default function Bare() {
  return (
    <Provider store={store}>
      <PaperProvider>
        <Page />
      </PaperProvider>
    </Provider>
  );
}
