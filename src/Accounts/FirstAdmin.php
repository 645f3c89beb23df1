<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\SignIn\Passwords;
use Jorvent\Core\Calendar\WorkingHours;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\ReachList;
use Jorvent\Organisation\Structures;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Links\Entity\GuestLink;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Psr\Clock\ClockInterface;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;

/**
 * On an empty database whoever has the link that the start of the instance printed names the company and becomes its admin. The link works once;
 * a lock makes sure that there is only one first.
 */
final readonly class FirstAdmin
{
    private const LOCK = 72_207;
    private const LINK_DAYS = 7;

    public function __construct(private Db $db, private EntityManagerInterface $entities, private UserPasswordHasherInterface $hasher, private ClockInterface $clock, private Structures $structures, private ReachList $reach, private Passwords $passwords, private GuestLinks $links)
    {
    }

    /** @return string|null the address that lets in the first admin, once; null when there are accounts already */
    public function link(): ?string
    {
        return $this->db->transaction(function (): ?string {
            if (0 !== $this->db->int('SELECT count(*) FROM account')) {
                return null;
            }
            $this->links->revoke(LinkPurpose::FirstAdmin, 0);

            return $this->links->issue(LinkPurpose::FirstAdmin, 0, self::LINK_DAYS);
        });
    }

    public function __invoke(GuestLink $link, string $company, string $name, string $email, #[\SensitiveParameter] string $password, string $zone): void
    {
        Refused::unlessEmpty(array_values(array_filter([
            '' === $company ? new Refusal('company', 'missing') : null, '' === $name ? new Refusal('name', 'missing') : null,
            false === filter_var($email, \FILTER_VALIDATE_EMAIL, \FILTER_FLAG_EMAIL_UNICODE) ? new Refusal('email', 'email_wrong') : null, null === WorkingHours::zone($zone) ? new Refusal('zone', 'zone_unknown') : null,
        ])));
        $this->passwords->check($password, $name, $email, $company);
        $this->links->once($link, function () use ($company, $name, $email, $password, $zone): void {
            $this->db->execute('SELECT pg_advisory_xact_lock('.self::LOCK.')');
            if (0 !== $this->db->int('SELECT count(*) FROM account')) {
                throw Refused::because('not_the_first');
            }
            $structure = $this->db->insert('org_structure', ['name' => 'First structure', 'state' => 'in_force', 'created_at' => $this->clock->now(), 'in_force_at' => $this->clock->now()]);
            $this->db->execute("INSERT INTO org_node (structure_id, unit_id, code, name, kind) VALUES (:s, 1, '1', :name, 'company')", ['s' => $structure, 'name' => $company]);
            $this->structures->project($this->structures->find($structure));
            $account = new Account($name, $email, 'Admin', $zone, null, 1, $this->clock->now());
            $account->setPasswordHash($this->hasher->hashPassword($account, $password));
            $this->entities->persist($account);
            $this->entities->flush();
            $this->db->insert('account_grant', ['account_id' => $account->id, 'role' => 'admin', 'unit_id' => 1]);
            $this->reach->draw($account->id);
        });
    }
}
