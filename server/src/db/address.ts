/** Where a database is, and the secrets of its roles. */

/** The superuser of a cluster; used for nothing but this, in a process that ends when it is done. */
export interface Cluster {
  host: string;
  port: number;
  password: string;
}

/** How the server reaches its database: as a role that owns nothing. */
export interface DatabaseAddress {
  host: string;
  port: number;
  database: string;
  user: string;
  password: string;
  /** A file with the authority's certificate: the way to the database is encrypted, and its name checked. */
  ca?: string;
  /** So long a new connection is waited for, in milliseconds; left out: as long as a person would. */
  connectionTimeoutMillis?: number;
}

/** One secret for each role: whoever has the server's is not the owner. */
export interface RoleSecrets {
  owner: string;
  app: string;
}
