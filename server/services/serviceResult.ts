import type { ServiceError } from "~/contract/schemas/serviceError";
import type { Result } from "~/core/units/result";

/** What a use case comes to: its value, or why it was refused and nothing changed. */
export type ServiceResult<T = null> = Promise<Result<T, ServiceError>>;
