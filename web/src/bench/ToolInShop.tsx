import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import type { Tool } from '@violet-jaw/core/job';
import { isOtherwise, toolAsInShop, toolDifferences } from '@violet-jaw/core/tools';
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
  const all = toolDifferences(tool, inShop, speech);
  const differs = all.filter(isOtherwise);
  const more = all.filter((d) => !isOtherwise(d));
  const place = placeInWords(inShop, shop);
  return (
    <div className="tool-in-shop">
      <Link to={`/shop/tools/${encodeURIComponent(inShop.id)}`}>{inShop.name}</Link>
      <span className="quiet">
        {inShop.retired ? ', retired' : ''}, {place === '' ? 'place not told' : place}
        {inShop.measured ? `, measured ${inShop.measured.on}` : ', not measured'}
      </span>{' '}
      {leave}
      {all.length > 0 && (
        <div>
          {differs.length > 0 && (
            <>
              <span className="tally caution">differs</span>{' '}
              {differs.map((d) => `${d.what} ${d.here}, in the shop ${d.inShop}`).join('; ')}{' '}
            </>
          )}
          {more.length > 0 && (
            <span className="quiet">the shop knows: {more.map((d) => `${d.what} ${d.inShop}`).join(', ')} </span>
          )}
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
