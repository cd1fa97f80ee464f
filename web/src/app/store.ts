import { configureStore, type ThunkAction, type UnknownAction } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { documentReducer } from '../document/slice';
import { searchReducer } from '../stations/fit/searchSlice';
import { viewReducer } from '../view/slice';
import { applyPreferences, preferencesReducer } from './preferences';

export const store = configureStore({
  reducer: { document: documentReducer, view: viewReducer, search: searchReducer, preferences: preferencesReducer },
  // Documents are plain data by construction; checking every one of them at each pointer move is too slow.
  middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }),
});

applyPreferences(store.getState().preferences);
let known = store.getState().preferences;
store.subscribe(() => {
  const { preferences } = store.getState();
  if (preferences !== known) applyPreferences((known = preferences));
});

export type RootState = ReturnType<typeof store.getState>;
export type AppThunk<R = void> = ThunkAction<R, RootState, unknown, UnknownAction>;
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
