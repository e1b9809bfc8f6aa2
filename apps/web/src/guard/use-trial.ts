import type { GuardSettings } from '@gully/core/guard';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { answerOf, api } from '../api/index.js';

/** Milliseconds of rest in typing before it is asked. */
const REST_MS = 150;
const NO_FAULTS: Readonly<Record<string, string>> = {};

/** What is wrong with settings, and what each filter measures in a message with them, as one types. */
export function useTrial(settings: GuardSettings, text: string) {
  const [asked, setAsked] = useState({ settings, text });
  useEffect(() => {
    const timer = setTimeout(() => {
      setAsked({ settings, text });
    }, REST_MS);
    return () => {
      clearTimeout(timer);
    };
  }, [settings, text]);
  const { data } = useQuery({
    queryKey: ['guard', 'trial', asked],
    queryFn: () =>
      answerOf(
        api.POST('/api/guard/try', {
          body: { settings: asked.settings as never, text: asked.text, name: 'siltlark' },
        }),
      ),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });
  return { filters: data?.filters ?? [], faults: data?.faults ?? NO_FAULTS };
}
