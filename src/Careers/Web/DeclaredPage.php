<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Careers\Declarations;
use Jorvent\Careers\FitByDeclared;
use Jorvent\Careers\Form\DeclarationInput;
use Jorvent\Careers\Form\DeclarationType;
use Jorvent\Careers\Read\DeclaredBy;
use Jorvent\Core\Careers\Declared;
use Jorvent\Platform\Web\Page;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\Routing\Attribute\Route;

/** What applicants declared of themselves, as counts of groups large enough to be shown; and what is asked. */
#[Gate(Permission::Administer)]
final class DeclaredPage extends Page
{
    #[Route('/declared', name: 'declared', methods: ['GET', 'POST'])]
    public function declared(
        Request $request,
        Declarations $declarations,
        FitByDeclared $fit,
        #[MapQueryParameter] DeclaredBy $by = DeclaredBy::Quarter,
    ): Response {
        $settings = $declarations->settings();
        $input = new DeclarationInput($settings);
        $form = $this->formOf(DeclarationType::class, $input)->handleRequest($request);
        $save = static fn () => $declarations->save($input->asked, $input->smallest ?? 0, (int) $input->version);
        if ($this->done($form, $save)) {
            $this->say('declared_saved');

            return $this->redirectToRoute('declared', [], Response::HTTP_SEE_OTHER);
        }

        return $this->render('careers/declared.html.twig', [
            'shown' => $declarations->shown($by),
            'fit' => $fit->of(),
            'by' => $by->value,
            'smallest' => $settings->smallest(),
            'questions' => Declared::QUESTIONS,
            'form' => $form,
        ]);
    }
}
