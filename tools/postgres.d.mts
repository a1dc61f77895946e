/** A PostgreSQL of one’s own on loopback. */
export interface OwnPostgres {
  readonly url: string;
  start(): void;
  stop(how?: 'fast' | 'immediate'): void;
  /** Ends it and takes it away. */
  end(): void;
}
export function postgresPrograms(): string | null;
export function beginPostgres(settings?: Readonly<Record<string, string>>): Promise<OwnPostgres>;
