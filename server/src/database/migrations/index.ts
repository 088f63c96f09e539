import type { QueryInterface } from 'sequelize';
import { firstTables } from './0001-first-tables';
import { knowThePart } from './0002-know-the-part';
import { workholding } from './0003-workholding';
import { furtherPieces } from './0004-further-pieces';
import { atTheMachine } from './0005-at-the-machine';
import { ownVersions } from './0006-own-versions';
import { pocketLedge } from './0007-pocket-ledge';
import { harmfulFiles } from './0008-harmful-files';
import { lists } from './0009-lists';
import { guesses } from './0010-guesses';
import { shared } from './0011-shared';
import { leadBinChain } from './0012-lead-bin-chain';
import { search } from './0013-search';
import { holdByFamily } from './0014-hold-by-family';
import { prepared } from './0015-prepared';
import { proposed } from './0016-proposed';
import { cuts } from './0017-cuts';
import { exact } from './0018-exact';
import { dowels } from './0019-dowels';
import { deviceOnDevice } from './0020-device-on-device';
import { turned } from './0021-turned';
import { tools } from './0022-tools';
import { remarks } from './0023-remarks';
import { heldAs } from './0024-held-as';

export interface Migration {
  readonly name: string;
  readonly up: (schema: QueryInterface) => Promise<void>;
}

/** In order; entries are never edited or taken out once released. */
export const migrations: readonly Migration[] = [
  { name: '0001-first-tables', up: firstTables },
  { name: '0002-know-the-part', up: knowThePart },
  { name: '0003-workholding', up: workholding },
  { name: '0004-further-pieces', up: furtherPieces },
  { name: '0005-at-the-machine', up: atTheMachine },
  { name: '0006-own-versions', up: ownVersions },
  { name: '0007-pocket-ledge', up: pocketLedge },
  { name: '0008-harmful-files', up: harmfulFiles },
  { name: '0009-lists', up: lists },
  { name: '0010-guesses', up: guesses },
  { name: '0011-shared', up: shared },
  { name: '0012-lead-bin-chain', up: leadBinChain },
  { name: '0013-search', up: search },
  { name: '0014-hold-by-family', up: holdByFamily },
  { name: '0015-prepared', up: prepared },
  { name: '0016-proposed', up: proposed },
  { name: '0017-cuts', up: cuts },
  { name: '0018-exact', up: exact },
  { name: '0019-dowels', up: dowels },
  { name: '0020-device-on-device', up: deviceOnDevice },
  { name: '0021-turned', up: turned },
  { name: '0022-tools', up: tools },
  { name: '0023-remarks', up: remarks },
  { name: '0024-held-as', up: heldAs },
];
