<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Careers\Read\Opening;
use Jorvent\Core\Shared\EmailAddress;
use Jorvent\Core\Shared\Refused;
use Jorvent\Messages\Mailing;
use Jorvent\Platform\Security\Secret;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** Mails the link to a half-written application to the one who writes it. */
final readonly class FinishLater
{
    public function __construct(
        private Mailing $mailing,
        private ClockInterface $clock,
        #[Autowire('%env(JORVENT_URL)%')]
        private string $url,
    ) {
    }

    public function __invoke(
        #[\SensitiveParameter] string $key,
        string $email,
        Opening $opening,
        string $company,
        string $locale,
    ): void {
        Refused::unlessEmpty(EmailAddress::blockers($email));
        // asked for twice within a minute, it goes once
        $once = 'later-'.hash('sha256', $key.$email.$this->clock->now()->format('YmdHi'));
        $template = $this->mailing->template('later', $locale);
        $this->mailing->toAddress($once, 'apply_draft', $opening->id, $email, $template, [
            'opening' => $opening->text->title,
            'place' => $opening->city(),
            'link' => new Secret($this->url.'/a/'.$key.('en' === $locale ? '' : '?lang='.$locale)),
            'days' => (string) ApplyDrafts::DAYS,
            'company' => $company,
        ]);
    }
}
