<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Core\Calendar\WorkingHours;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\ReachList;
use Jorvent\Organisation\Structures;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;

/** On an empty database the first visitor names the company and becomes its admin; a lock makes sure that there is only one first. */
final readonly class FirstAdmin
{
    private const LOCK = 72_207;

    public function __construct(private Db $db, private EntityManagerInterface $entities, private UserPasswordHasherInterface $hasher, private ClockInterface $clock, private Structures $structures, private ReachList $reach)
    {
    }

    public function __invoke(string $company, string $name, string $email, #[\SensitiveParameter] string $password, string $zone): void
    {
        Refused::unlessEmpty(array_values(array_filter([
            '' === $company ? new Refusal('company', 'missing') : null, '' === $name ? new Refusal('name', 'missing') : null,
            false === filter_var($email, \FILTER_VALIDATE_EMAIL, \FILTER_FLAG_EMAIL_UNICODE) ? new Refusal('email', 'email_wrong') : null, null === WorkingHours::zone($zone) ? new Refusal('zone', 'zone_unknown') : null,
        ])));
        ForgottenPassword::check($password);
        $this->db->transaction(function () use ($company, $name, $email, $password, $zone): void {
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
