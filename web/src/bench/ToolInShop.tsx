import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import type { Tool } from '@violet-jaw/core/job';
import { toolAsInShop, toolDifferences } from '@violet-jaw/core/tools';
import { useJob } from '../app/JobLayout';
import { placeInWords } from '../pages/shop/lists';

/** The shop's tool that one of a job refers to, and what differs. */
export function ToolInShop({ tool, edit }: { tool: Tool; edit: (fields: Partial<Tool>) => void }) {
  const { shop, speech } = useJob();
  if (tool.of === null) return null;
  const inShop = shop.tools.find((t) => t.id === tool.of);
  const leave = (
    <Button size="sm" variant="link" aria-label={`T${tool.number} without the shop`} onClick={() => edit({ of: null })}>
      leave the shop's
    </Button>
  );
  if (!inShop)
    return (
      <div className="tool-in-shop">
        <span className="tally caution">not in the library any more</span> {leave}
      </div>
    );
  const differs = toolDifferences(tool, inShop, speech);
  const place = placeInWords(inShop, shop);
  return (
    <div className="tool-in-shop">
      <Link to={`/shop/tools/${encodeURIComponent(inShop.id)}`}>{inShop.name}</Link>
      <span className="quiet">
        {inShop.retired ? ', retired' : ''}, {place === '' ? 'place not told' : place}
        {inShop.measured ? `, measured ${inShop.measured.on}` : ', not measured'}
      </span>{' '}
      {leave}
      {differs.length > 0 && (
        <div>
          <span className="tally caution">differs</span>{' '}
          {differs.map((d) => `${d.what} ${d.here}, in the shop ${d.inShop}`).join('; ')}{' '}
          <Button
            size="sm"
            variant="outline-primary"
            aria-label={`Take T${tool.number} over from the shop`}
            onClick={() => edit(toolAsInShop(tool, inShop))}
          >
            Take over
          </Button>
        </div>
      )}
    </div>
  );
}
