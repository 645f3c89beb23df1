<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Web;

use Jorvent\Accounts\ForgottenPassword;
use Jorvent\Accounts\Form\ChoosePasswordType;
use Jorvent\Accounts\Form\EmailInput;
use Jorvent\Accounts\Form\ForgottenPasswordType;
use Jorvent\Accounts\Form\PasswordInput;
use Jorvent\Accounts\Repository\AccountRepository;
use Jorvent\Platform\Identity\Identities;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Platform\Web\CsrfCheck;
use Jorvent\Platform\Web\OpenDoor;
use Jorvent\Platform\Web\Page;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\HttpKernel\Exception\TooManyRequestsHttpException;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Http\SecurityRequestAttributes;

#[OpenDoor('nobody is signed in yet')]
final class SignInPage extends Page
{
    /** Sentences that another page may ask this one to say. */
    private const SAID = ['password_chosen', 'signed_out'];
    /** Who is not signed in has no session; such forms are checked by where they come from. */
    private const NO_SESSION = ['_csrf' => CsrfCheck::PUBLIC];

    public function __construct(
        private readonly AccountRepository $accounts,
        private readonly Identities $identities,
        #[Autowire('%env(bool:JORVENT_DEMO)%')]
        private readonly bool $demo,
    ) {
    }

    #[Route('/sign-in', name: 'sign_in', methods: ['GET', 'POST'])]
    public function show(Request $request): Response
    {
        if (null !== $this->getUser()) {
            return $this->redirectToRoute('today');
        }
        if ($this->accounts->isEmpty()) {
            return $this->redirectToRoute('first_admin');
        }
        // of the try before, handed on within the request: who is not signed in has no session
        $error = $request->attributes->get(SecurityRequestAttributes::AUTHENTICATION_ERROR);
        $last = $request->attributes->get(SecurityRequestAttributes::LAST_USERNAME);
        $said = $request->query->getString('said');

        return $this->render('accounts/sign_in.html.twig', [
            'error' => $error instanceof AuthenticationException ? $error->getMessageKey() : null,
            'last' => \is_string($last) ? $last : '',
            'said' => \in_array($said, self::SAID, true) ? $said : null,
            'to' => self::own($request->query->getString('to')),
            'organisation' => $this->identities->name(),
            'people' => $this->demo ? $this->accounts->ofDemo() : [],
        ], new Response(status: null === $error ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY));
    }

    #[Route('/sign-in/as/{id<\d{1,9}>}', name: 'sign_in_as', defaults: self::NO_SESSION, methods: ['POST'])]
    public function as(int $id, Security $security): Response
    {
        $account = $this->demo ? $this->accounts->active($id) : null;
        if (true !== $account?->isOfDemo()) {
            throw new NotFoundHttpException();
        }
        $security->login($account, 'form_login', 'staff');

        return $this->redirectToRoute('today', status: Response::HTTP_SEE_OTHER);
    }

    #[Route('/sign-out', name: 'sign_out', defaults: ['_before_code' => true], methods: ['POST'])]
    public function out(): never
    {
        throw new \LogicException('The firewall signs out.');
    }

    #[Route('/forgotten', name: 'forgotten', defaults: self::NO_SESSION, methods: ['GET', 'POST'])]
    public function forgotten(
        Request $request,
        ForgottenPassword $forgotten,
        #[Target('forgotten')]
        RateLimiterFactoryInterface $limit,
    ): Response {
        $input = new EmailInput();
        $form = $this->formOf(ForgottenPasswordType::class, $input)->handleRequest($request);
        if ($form->isSubmitted() && !$limit->create($request->getClientIp())->consume()->isAccepted()) {
            throw new TooManyRequestsHttpException();
        }
        $sent = $this->done($form, static fn () => $forgotten($input->email ?? ''));

        return $this->render('accounts/forgotten.html.twig', ['sent' => $sent, 'form' => $form]);
    }

    #[Route('/password/{secret}', name: 'password', defaults: self::NO_SESSION, methods: ['GET', 'POST'])]
    public function password(
        string $secret,
        Request $request,
        GuestLinks $links,
        ForgottenPassword $forgotten,
    ): Response {
        $link = $links->open(LinkPurpose::Password, $secret);
        if (null === $link) {
            return $this->render('public/gone.html.twig', [], new Response(status: Response::HTTP_GONE));
        }
        $input = new PasswordInput();
        $form = $this->formOf(ChoosePasswordType::class, $input)->handleRequest($request);
        if ($this->done($form, static fn () => $forgotten->choose($link, $input->new ?? ''))) {
            return $this->redirectToRoute('sign_in', ['said' => 'password_chosen'], status: Response::HTTP_SEE_OTHER);
        }

        return $this->render('accounts/password.html.twig', ['form' => $form]);
    }

    /** The page someone wanted before they were asked to sign in: one of ours, or none. */
    private static function own(string $path): string
    {
        return 1 === preg_match('~^/(?![/\\\\])[\x21-\x7E]{0,1000}+$~D', $path) ? $path : '';
    }
}
