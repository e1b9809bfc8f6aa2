import { queryOptions } from '@tanstack/react-query';
import { answerOf, api } from '../api/index.js';

export const outputFilesQuery = queryOptions({
  queryKey: ['runs', 'outputs'],
  queryFn: () => answerOf(api.GET('/api/outputs/files')),
});
