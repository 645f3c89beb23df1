<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Careers\Entity\GuideAnswer;
use Jorvent\Careers\Entity\GuideOffered;
use Jorvent\Careers\Form\GuideAnswerInput;
use Jorvent\Careers\Form\GuideAnswerType;
use Jorvent\Careers\Form\GuideInput;
use Jorvent\Careers\Form\GuideType;
use Jorvent\Careers\Repository\SiteTextRepository;
use Jorvent\Careers\WriteGuide;
use Jorvent\Platform\Web\Page;
use Symfony\Bridge\Doctrine\Attribute\MapEntity;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** What the guide of the careers site says, when it offers itself, and what it may answer. */
#[Gate(Permission::Administer)]
#[Route('/guide', requirements: ['guideAnswer' => '\d{1,9}'])]
final class GuideSettingsPage extends Page
{
    public function __construct(private readonly SiteTextRepository $texts, private readonly WriteGuide $write)
    {
    }

    #[Route('', name: 'guide', methods: ['GET'])]
    public function show(): Response
    {
        return $this->page(null, $this->answerForm(null), $this->settingsForm($this->settings()));
    }

    #[Route('', name: 'guide_save', methods: ['POST'])]
    public function save(Request $request): Response
    {
        $input = $this->settings();
        $form = $this->settingsForm($input)->handleRequest($request);
        $save = fn () => $this->write->settings(
            $input->offered ?? GuideOffered::Always, $input->contact ?? '', $input->greetings(), (int) $input->version,
        );

        return $this->done($form, $save) ? $this->saved() : $this->page(null, $this->answerForm(null), $form);
    }

    #[Route('/answers', name: 'guide_answer_add', methods: ['POST'])]
    public function add(Request $request): Response
    {
        $form = $this->answerForm(null)->handleRequest($request);
        $typed = $form->getData();
        $add = fn () => $this->write->add($typed->locale ?? '', $typed->question ?? '', $typed->answer ?? '');

        return $this->done($form, $add)
            ? $this->saved()
            : $this->page(null, $form, $this->settingsForm($this->settings()));
    }

    #[Route('/answers/{guideAnswer}', name: 'guide_answer', methods: ['GET', 'POST'])]
    public function answer(#[MapEntity(id: 'guideAnswer')] GuideAnswer $answer, Request $request): Response
    {
        $form = $this->answerForm($answer)->handleRequest($request);
        $typed = $form->getData();
        $change = fn () => $this->write->change(
            $answer->id, $typed->locale ?? '', $typed->question ?? '', $typed->answer ?? '', (int) $typed->version,
        );

        return $this->done($form, $change)
            ? $this->saved()
            : $this->page($answer, $form, $this->settingsForm($this->settings()));
    }

    #[Route('/answers/{guideAnswer}/remove', name: 'guide_answer_remove', methods: ['POST'])]
    public function remove(int $guideAnswer): Response
    {
        return $this->act(fn () => $this->write->remove($guideAnswer), 'guide_saved', 'guide');
    }

    private function settings(): GuideInput
    {
        return new GuideInput($this->texts->guide());
    }

    /** @return FormInterface<GuideInput> */
    private function settingsForm(GuideInput $input): FormInterface
    {
        return $this->formOf(GuideType::class, $input);
    }

    /** @return FormInterface<GuideAnswerInput> */
    private function answerForm(?GuideAnswer $answer): FormInterface
    {
        return $this->formOf(GuideAnswerType::class, new GuideAnswerInput($answer));
    }

    /**
     * @param FormInterface<GuideAnswerInput> $form
     * @param FormInterface<GuideInput>       $settings
     */
    private function page(?GuideAnswer $open, FormInterface $form, FormInterface $settings): Response
    {
        return $this->render('careers/guide_settings.html.twig', [
            'answers' => $this->texts->answers(), 'open' => $open, 'form' => $form, 'settings' => $settings,
        ]);
    }

    private function saved(): Response
    {
        $this->say('guide_saved');

        return $this->redirectToRoute('guide', [], Response::HTTP_SEE_OTHER);
    }
}
