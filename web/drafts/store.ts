import { configureStore } from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { useDispatch, useSelector, useStore } from 'react-redux';
import { draftSlice } from './draftSlice.ts';
import { keepDrafts } from './keepDrafts.ts';
import { server } from '../server/api.ts';
import { knownSlice } from '../server/known.ts';

export const store = configureStore({
  reducer: { [server.reducerPath]: server.reducer, drafts: draftSlice.reducer, known: knownSlice.reducer },
  middleware: (standard) => standard().prepend(keepDrafts.middleware).concat(server.middleware),
});

// Whoever comes back to the window sees what has changed meanwhile.
setupListeners(store.dispatch);

export type State = ReturnType<typeof store.getState>;
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<State>();
export const useAppStore = useStore.withTypes<typeof store>();
