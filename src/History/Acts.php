<?php

declare(strict_types=1);

namespace Jorvent\History;

use Jorvent\Accounts\Access\Permission;

/** Which permission lets someone read of an act. An act is named FAMILY.WHAT, and who may read it depends on the family alone. */
final class Acts
{
    /** What belongs to a requisition is read by the permission on that requisition. */
    private const FAMILIES = [
        Permission::ReadRequisition->value => [
            'requisition', 'brief', 'approval', 'team', 'questions', 'advert', 'adverts', 'template', 'requisitions', 'rules', 'search', 'fit', 'text_service',
            'delegation', 'family', 'profile', 'question', 'board', 'unit',
        ],
        Permission::ReadPipeline->value => [
            'application', 'knock_out', 'candidate', 'candidates', 'colleagues', 'answer', 'shortlist', 'letter', 'bank', 'undone', 'resume', 'dictionary', 'referral', 'mail',
        ],
        Permission::ReadInterviews->value => ['interview', 'scorecard'],
        Permission::ReadOffer->value => ['offer', 'hire'],
        // what an admin keeps; it belongs to no requisition
        Permission::Administer->value => [
            'account', 'sign_in', 'brand', 'consent', 'declaration', 'guide', 'holidays', 'identity', 'no_poach', 'posts', 'retention', 'setting', 'site', 'sourcing',
            'structure', 'taken', 'thesaurus', 'viewed',
        ],
    ];

    public static function permission(string $act): ?Permission
    {
        $family = explode('.', $act, 2)[0];
        foreach (self::FAMILIES as $permission => $families) {
            if (\in_array($family, $families, true)) {
                return Permission::from($permission);
            }
        }

        return null;
    }

    /** @return list<string> the families a permission opens */
    public static function families(Permission $permission): array
    {
        return self::FAMILIES[$permission->value] ?? [];
    }

    /** @return list<Permission> of all families */
    public static function permissions(): array
    {
        return array_map(Permission::from(...), array_keys(self::FAMILIES));
    }
}
