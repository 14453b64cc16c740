/** A seed lot as the Breeding API v2.1 has it (germplasm module). */
export interface BrapiSeedLot {
  seedLotDbId: string;
  seedLotName: string;
  seedLotDescription: string;
  amount: number;
  units: string;
  createdDate: string;
  lastUpdated: string;
  locationDbId: string | null;
  locationName: string | null;
  storageLocation: string;
  sourceCollection: string;
  contentMixture: { germplasmDbId: string; germplasmName: string; mixturePercentage: number }[];
  additionalInfo: Record<string, string>;
  externalReferences: never[];
}
export interface BrapiPage<T> {
  metadata: {
    pagination: { currentPage: number; pageSize: number; totalCount: number; totalPages: number };
    status: never[];
    datafiles: never[];
  };
  result: { data: T[] };
}
export interface BrapiOne<T> {
  result: T;
}
