<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database;

use Doctrine\DBAL\Exception\DriverException;
use Jorvent\Core\Shared\Refused;

/**
 * What a violated constraint means, in the words that the rule itself uses: two people did at the same moment what
 * only one of them can do. A constraint that is not named here is a fault of the program.
 */
final class Refusals
{
    /** Values of SQLSTATE: unique, exclusion. */
    private const STATES = ['23505', '23P01'];
    /** Field and code by the name of the constraint, or of its index. */
    public const BY_CONSTRAINT = [
        'application_candidate_id_requisition_id_key' => ['', 'already_in_pipeline'],
        'board_name_key' => ['name', 'name_taken'],
        'brand_key_key' => ['key', 'brand_key_taken'],
        'brand_page_slug_locale_key' => ['slug', 'page_slug_taken'],
        'candidate_email' => ['email', 'email_known'],
        'interview_candidate_once' => ['when', 'time_taken'],
        'interview_seat_once' => ['when', 'time_taken'],
        'job_family_name_key' => ['name', 'name_taken'],
        'learned_term_kind_folded_key' => ['term', 'term_known'],
        'offer_one_open' => ['', 'offer_open'],
        'posting_one_live' => ['', 'already_posted'],
        'site_name_key' => ['name', 'name_taken'],
        'stage_visit_open' => ['', 'moved_meanwhile'],
    ];

    /** @param string|null $clash the code for whichever of them is violated, where an act has one word for all */
    public static function of(DriverException $e, ?string $clash = null): ?Refused
    {
        if (!\in_array($e->getSQLState(), self::STATES, true)) {
            return null;
        }
        if (null !== $clash) {
            return Refused::because($clash);
        }
        preg_match('/constraint "([^"]+)"/', $e->getMessage(), $m);
        [$field, $code] = self::BY_CONSTRAINT[$m[1] ?? ''] ?? ['', null];

        return null === $code ? null : Refused::because($code, $field);
    }
}
