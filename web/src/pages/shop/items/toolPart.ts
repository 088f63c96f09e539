import type { ShopTool } from '@violet-jaw/core/shop';
import type { Units } from '@violet-jaw/core/units';

/** What a part of a tool's form works on. */
export interface ToolPartProps {
  readonly tool: ShopTool;
  readonly units: Units;
  readonly set: (fields: Partial<ShopTool>) => void;
}
