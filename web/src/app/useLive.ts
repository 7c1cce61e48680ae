import { liveChangeSchema, type LiveChange } from '@neat-sill/core/contract';
import { useEffect } from 'react';
import { api } from '../api/api.ts';
import { jobActions, useAppDispatch } from '../features/job/index.ts';

const TAGS = {
  book: ['ShopBook'],
  shop: ['Shop'],
  people: ['People', 'Session', 'Account'],
  all: ['Jobs', 'ShopBook', 'Shop', 'People'],
} as const;
/** Changes come in bursts while somebody types: lists are read anew once in a while. */
const LISTS_AFTER_MS = 1500;

/**
 * Hears what others change while the page is in sight, and reads it anew. A page out of sight hears nothing, since a
 * browser keeps few connections to one server; what it may have missed it looks for when it is seen again.
 */
export function useLive(isSignedIn: boolean): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    if (!isSignedIn || typeof EventSource === 'undefined') return;
    let source: EventSource | null = null;
    let wasOpen = false;
    let lists: ReturnType<typeof setTimeout> | undefined;
    const readLists = () => {
      lists ??= setTimeout(() => {
        lists = undefined;
        dispatch(api.util.invalidateTags(['Jobs']));
      }, LISTS_AFTER_MS);
    };
    const take = (change: LiveChange) => {
      if (change.kind === 'all') dispatch(jobActions.cutOff());
      if (change.kind !== 'job') return void dispatch(api.util.invalidateTags([...TAGS[change.kind]]));
      dispatch(jobActions.told({ id: change.id, revision: change.revision }));
      readLists();
    };
    const open = () => {
      if (document.visibilityState !== 'visible' || source) return;
      source = new EventSource('/api/events');
      source.onopen = () => {
        if (wasOpen) take({ kind: 'all' });
        // Who one is was read a moment before: a role that was changed in between would be missed.
        else dispatch(api.util.invalidateTags(['Session', 'Jobs']));
        wasOpen = true;
      };
      source.onmessage = ({ data }: MessageEvent<string>) => {
        const read = liveChangeSchema.safeParse(JSON.parse(data));
        if (read.success) take(read.data);
      };
    };
    const turn = () => {
      if (document.visibilityState === 'visible') return open();
      source?.close();
      source = null;
    };
    open();
    document.addEventListener('visibilitychange', turn);
    return () => {
      document.removeEventListener('visibilitychange', turn);
      clearTimeout(lists);
      source?.close();
    };
  }, [dispatch, isSignedIn]);
}
