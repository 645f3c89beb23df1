<?php

declare(strict_types=1);

namespace Jorvent\Demo;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Careers\Entity\Referral;
use Jorvent\Careers\Entity\ReferralTerms;
use Jorvent\Careers\Store\ReferralVisitStore;
use Jorvent\Core\Shared\Money;
use Jorvent\Pipeline\Entity\Application;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Requisitions\Entity\Requisition;

/** Who told friends of openings, and what came of it. */
final readonly class Referrals
{
    private const CREDIT_EUR = 600;
    private const AFTER_DAYS = 90;
    private const DOMAINS = ['skerryline.example'];

    public function __construct(private Db $db, private EntityManagerInterface $entities)
    {
    }

    /** @param callable(int): \DateTimeImmutable $ago a moment so many days ago */
    public function load(callable $ago): void
    {
        $terms = $this->terms();
        $visits = new ReferralVisitStore($this->db);
        foreach (CareersSites::REFERRALS as $i => [$number, $teller, $email, $locale, $days, $opened, $came]) {
            $requisition = $this->entities->getRepository(Requisition::class)->findOneBy(['number' => $number])
                ?? throw new \LogicException("There is no R-$number.");
            $code = substr(hash('sha256', 'referral '.$i), 0, 10);
            $promise = $terms->promise($email);
            $referral = new Referral($requisition->id, $code, $teller, $email, $locale, $promise, $ago($days));
            $this->entities->persist($referral);
            $this->entities->flush();
            for ($visit = 0; $visit < $opened; ++$visit) {
                $visits->visited($referral->id);
            }
            foreach ($this->friends($requisition->id, $came) as $application) {
                $application->cameBy($referral->id, []);
            }
            $this->entities->flush();
        }
    }

    private function terms(): ReferralTerms
    {
        $terms = $this->entities->find(ReferralTerms::class, ReferralTerms::ID)
            ?? throw new \LogicException('There are terms of referrals.');
        $terms->change(Money::major(self::CREDIT_EUR, 'EUR'), self::AFTER_DAYS, self::DOMAINS, $terms->version());
        $this->entities->flush();

        return $terms;
    }

    /** @return list<Application> of people who applied, those hired first, so that a credit is due */
    private function friends(int $requisition, int $most): array
    {
        $ids = array_map(static fn (Record $row): int => $row->int('id'), $this->db->rows(
            "SELECT a.id FROM application a LEFT JOIN hire h ON h.application_id = a.id
             WHERE a.requisition_id = :requisition AND a.origin = 'applied' AND a.referral_id IS NULL
             ORDER BY (h.id IS NOT NULL) DESC, a.id LIMIT :most",
            ['requisition' => $requisition, 'most' => $most],
        ));

        return $this->entities->getRepository(Application::class)->findBy(['id' => $ids]);
    }
}
