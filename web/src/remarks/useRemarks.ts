import type { Remark } from '@violet-jaw/core/remarks';
import { useServer, type Told } from '../store/query';

const NONE: readonly Remark[] = [];

/** What people remarked about a job, as it is now. */
export function useRemarks(id: string): Told<readonly Remark[]> & { readonly remarks: readonly Remark[] } {
  const told = useServer('remarks', { id }, { topics: [`job:${id}`] });
  return { ...told, remarks: told.data ?? NONE };
}
