import type { Remark } from '@violet-jaw/core/remarks';
import { useServer, type Told } from '../store/query';

const NONE: readonly Remark[] = [];

/**
 * What people remarked about a job, as it is now. @param listens asks for news by itself: where no page of the job is
 * open, which tells of them
 */
export function useRemarks(
  id: string,
  listens = false,
): Told<readonly Remark[]> & { readonly remarks: readonly Remark[] } {
  const told = useServer('remarks', { id }, listens ? { topics: [`job:${id}`] } : {});
  return { ...told, remarks: told.data ?? NONE };
}
