import { RULES_OF_ROLES } from '@neat-sill/core/contract';
import { useState } from 'react';
import { sentenceOf, useSessionQuery, useShopQuery } from '../../api/api.ts';
import { Note } from '../../ui/Note.tsx';
import { OneOf } from '../../ui/OneOf.tsx';
import { Page } from '../../ui/Page.tsx';
import { AuditList } from './AuditList.tsx';
import { DataPart } from './DataPart.tsx';
import { DetailsForm } from './DetailsForm.tsx';
import { PeopleList } from './PeopleList.tsx';

type Part = 'details' | 'people' | 'audit' | 'data';

/** The owner's page: what the shop says of itself, who works there, and what was done. */
export function ShopPage() {
  const { data: shop, error } = useShopQuery();
  const { data: session } = useSessionQuery();
  const [part, setPart] = useState<Part>('details');
  if (session?.person && !RULES_OF_ROLES[session.person.role].managesShop)
    return (
      <Page title="Shop">
        <p className="text-quiet">The owner looks after the shop’s data and its people.</p>
      </Page>
    );
  return (
    <Page
      title={shop?.name ?? 'Shop'}
      acts={
        <OneOf
          label="Part"
          value={part}
          onChoose={setPart}
          options={[
            ['details', 'The shop'],
            ['people', 'People'],
            ['audit', 'Audit log'],
            ['data', 'Data'],
          ]}
        />
      }
    >
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {part === 'details' && shop && <DetailsForm shop={shop} />}
      {part === 'people' && <PeopleList />}
      {part === 'audit' && <AuditList />}
      {part === 'data' && <DataPart />}
    </Page>
  );
}
