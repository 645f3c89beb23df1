<?php

declare(strict_types=1);

namespace Jorvent\Outside\Mail;

use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;
use Jorvent\Platform\Identity\Identities;
use Symfony\Component\DependencyInjection\Attribute\AsAlias;
use Symfony\Component\Mailer\Exception\TransportExceptionInterface;
use Symfony\Component\Mailer\Exception\UnexpectedResponseException;
use Symfony\Component\Mailer\Transport\TransportInterface;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Email;
use Symfony\Component\Mime\Part\DataPart;

#[AsAlias(MailPost::class)]
final readonly class SmtpMailPost implements MailPost
{
    public function __construct(private TransportInterface $transport, private Identities $identities)
    {
    }

    public function send(OutgoingMail $mail): void
    {
        $identity = $this->identities->get();
        $email = (new Email())->from(new Address($identity->sender, $mail->from))
            ->to(new Address($mail->to, $mail->toName))->subject($mail->subject)->text($mail->text);
        $id = preg_replace('/[^A-Za-z0-9._\-]/', '-', $mail->id);
        $email->getHeaders()->addIdHeader('Message-ID', $id.'@'.$identity->domain());
        if (null !== $mail->end) {
            // one click ends such mails, also from the reader's own button (RFC 8058)
            $email->getHeaders()->addTextHeader('List-Unsubscribe', '<'.$mail->end.'>')->addTextHeader('List-Unsubscribe-Post', 'List-Unsubscribe=One-Click');
        }
        if (null !== $mail->calendar) {
            $part = new DataPart($mail->calendar, 'invite.ics', 'text/calendar; method='.$mail->calendarMethod);
            $email->addPart($part->asInline());
        }
        try {
            $this->transport->send($email);
        } catch (UnexpectedResponseException $e) {
            throw match (intdiv((int) $e->getCode(), 100)) {
                5 => new RefusedByThem('the mail server said no: '.$e->getCode(), previous: $e),
                4 => new NotNow('the mail server asked to wait', previous: $e),
                default => new NotNow('the mail server did not answer', previous: $e),
            };
        } catch (TransportExceptionInterface $e) {
            throw new NotNow('the mail server did not answer', previous: $e);
        }
    }
}
