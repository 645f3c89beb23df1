<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Messages\Mailing;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Security\Secret;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** Mails the link to a half-written application to the one who writes it. */
final readonly class FinishLater
{
    public function __construct(private Mailing $mailing, private ClockInterface $clock, #[Autowire('%env(JORVENT_URL)%')] private string $url)
    {
    }

    public function __invoke(string $key, string $email, Record $opening, string $company, string $locale): void
    {
        if (false === filter_var($email, \FILTER_VALIDATE_EMAIL, \FILTER_FLAG_EMAIL_UNICODE)) {
            throw new Refused([new Refusal('email', '' === $email ? 'email_missing' : 'email_wrong')]);
        }
        $this->mailing->toAddress('later-'.hash('sha256', $key.$email.$this->clock->now()->format('YmdHi')), 'apply_draft', $opening->int('id'), $email, $this->mailing->template('later', $locale), ['opening' => $opening->str('title'), 'place' => $opening->str('city'), 'link' => new Secret($this->url.'/a/'.$key.('en' === $locale ? '' : '?lang='.$locale)), 'days' => (string) ApplyDrafts::DAYS, 'company' => $company]);
    }
}
