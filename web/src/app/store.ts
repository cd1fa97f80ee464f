import { combineSlices, configureStore, type Reducer, type ThunkAction, type UnknownAction } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { slowReducer } from '../document/slowSlice';
import { documentReducer } from '../document/slice';
import { viewReducer } from '../view/slice';
import { instrumentsReducer } from '../instruments/slice';
import { applyPreferences, preferencesReducer } from './preferences';

const root = combineSlices({
  document: documentReducer,
  slow: slowReducer,
  view: viewReducer,
  preferences: preferencesReducer,
  instruments: instrumentsReducer,
});

/**
 * The slices of the stations, by key: each adds its own here, where it is written.
 * @public
 */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type
export interface StationSlices {}

export type RootState = ReturnType<typeof root> & StationSlices;

export const store = configureStore({
  reducer: root as unknown as Reducer<RootState, UnknownAction>,
  // Documents are plain data by construction; checking every one of them at each pointer move is too slow.
  middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }),
});

/** Adds the slice of a station; it is there from the next action on. */
export function addSlice<K extends keyof StationSlices & string>(key: K, reducer: Reducer<StationSlices[K]>): void {
  root.inject({ reducerPath: key, reducer: reducer as Reducer });
  store.dispatch({ type: `${key}/added` });
}

applyPreferences(store.getState().preferences);
let known = store.getState().preferences;
store.subscribe(() => {
  const { preferences } = store.getState();
  if (preferences !== known) applyPreferences((known = preferences));
});

export type AppThunk<R = void> = ThunkAction<R, RootState, unknown, UnknownAction>;
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
