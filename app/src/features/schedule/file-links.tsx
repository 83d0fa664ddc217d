import { View } from 'react-native';
import { MainButton } from '../../ui/screen';
import { openFile } from '../../files/open-file';

/** The same list as a table and as data. */
export function FileLinks({ what, path, query = '' }: { what: string; path: string; query?: string }) {
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', marginLeft: -10 }}>
      <MainButton mode="text" onPress={() => openFile(`${path}.csv${query}`)}>
        {`${what} as CSV`}
      </MainButton>
      <MainButton mode="text" onPress={() => openFile(`${path}.json${query}`)}>
        as JSON
      </MainButton>
    </View>
  );
}
